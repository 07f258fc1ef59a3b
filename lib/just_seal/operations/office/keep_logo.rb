# frozen_string_literal: true

module JustSeal
  module Operations
    # Keeps the office's logo, which stands at the head of pages for people from outside; or takes it away.
    class KeepLogo < Operation
      MAX_BYTES = 200_000
      MAX_PIXELS = [1200, 400].freeze
      # PNG (ISO/IEC 15948), 5.2 and 11.2.2: its signature, and the chunk that says how large it is.
      HEAD = /\A\x89PNG\r\n\x1A\n.{4}IHDR(.{8})/mn

      # +bytes+: of a PNG; nil takes the logo away. Raises Errors::Invalid keyed "logo".
      def call(actor, bytes:)
        allow!(actor, :keep_office)
        sha256 = bytes && taken(bytes)
        transaction { keep(actor, sha256) }
        office.refresh
      end

      # The SHA-256 under which +bytes+ are kept from now on. Raises as #call.
      def taken(bytes)
        refuse(bytes)
        FileGate.call(bytes, key: "logo")
        office.blobs.put(bytes)
      end

      # Runs in the transaction of what sets the office up as well.
      def keep(actor, sha256)
        db[:office_choices].where(name: "name").for_update.all
        before = Store::OfficeChoices.profile&.logo
        return if before == sha256

        Store::OfficeChoices.set("logo", sha256)
        facts = { "what" => "logo", "before" => before, "after" => sha256 }.compact
        record_event_on(KeepOffice::CHAIN, "office.changed", actor, facts)
      end

      private

      def refuse(bytes)
        width, height = bytes.b[0, 24][HEAD, 1]&.unpack("NN")
        fine = bytes.bytesize <= MAX_BYTES && width&.between?(1, MAX_PIXELS[0]) && height&.between?(1, MAX_PIXELS[1])
        return if fine

        facts = { kilobytes: MAX_BYTES / 1000, width: MAX_PIXELS[0], height: MAX_PIXELS[1] }
        raise Errors::Invalid, { "logo" => Core::Problem.new(:logo_unusable, **facts) }
      end
    end
  end
end
