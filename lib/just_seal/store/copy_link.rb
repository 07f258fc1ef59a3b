# frozen_string_literal: true

require "digest"

module JustSeal
  module Store
    # A way to sealed copies that are too large for a mail. Only the hash of its token is kept. +files+: [{"file_name",
    # "sha256", "size_bytes"}, ...].
    class CopyLink < Sequel::Model(:copy_links)
      LASTS_SECONDS = 30 * 86_400

      many_to_one :docket, class: "JustSeal::Store::Docket"

      def self.digest(token) = Digest::SHA256.hexdigest(token)
      def self.open_at(token, at) = where(token_sha256: digest(token)).where(Sequel[:ends_at] > at).first
    end
  end
end
