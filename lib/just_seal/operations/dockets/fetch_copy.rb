# frozen_string_literal: true

module JustSeal
  module Operations
    # Hands out a sealed copy by the link that went to somebody instead of it, and enters that.
    class FetchCopy < Operation
      # The Store::CopyLink of +token+. Raises Errors::Missing when it never was, or has ended.
      def self.link(token)
        Store::CopyLink.open_at(token, JustSeal.office.now) or raise Errors::Missing, :copy_link_ended
      end

      # +position+: of the file, from 1; +origin+: address, client and via of the request. Returns [bytes, file name].
      def call(token, position:, **origin)
        link = self.class.link(token)
        file = link.files.to_a[position - 1] if position.positive?
        raise Errors::Missing, :copy_link_ended unless file

        bytes = office.blobs.get(file["sha256"])
        actor = Core::Actor.new(kind: "party", name: link.to_name, **origin)
        facts = { "file_name" => file["file_name"], "sha256" => file["sha256"], "to" => link.to_address }
        transaction { record_event(link.docket, "copy.fetched", actor, facts) }
        [bytes, file["file_name"]]
      end
    end
  end
end
