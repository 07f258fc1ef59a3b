# frozen_string_literal: true

require "digest"

module JustSeal
  module Store
    # A place to draw on another device, by a link that serves once. Only the hash of its token is kept.
    class Pad < Sequel::Model(:pads)
      LASTS_SECONDS = 600

      many_to_one :party, class: "JustSeal::Store::Party"
      many_to_one :visit, class: "JustSeal::Store::Visit"

      def self.open_at(token, now)
        where(
          token_sha256: Digest::SHA256.hexdigest(token),
          ended_at: nil
        ).where(Sequel[:asked_at] > now - LASTS_SECONDS)
      end
    end
  end
end
