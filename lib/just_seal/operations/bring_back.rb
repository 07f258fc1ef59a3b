# frozen_string_literal: true

module JustSeal
  module Operations
    # Brings a revised document back: a new version, and the reservation ends.
    class BringBack < Operation
      include Revising

      MOST_WHY = 300

      # +bytes+: the revised PDF; +why+: what was changed. Returns the Store::Version.
      # Raises Errors::Conflict when the record is not reserved by +actor+, Errors::Invalid keyed "file" or "why".
      def call(actor, number:, bytes:, file_name:, why:)
        allow!(actor, :capture)
        intake = Core::Pdf::Intake.call(bytes)
        refuse(intake, why)
        sha256 = office.blobs.put(bytes)
        transaction do
          record = locked(number)
          refuse_bound(record)
          raise Errors::Conflict,
            "#{number} is not reserved for you. Take it for revision first; your file was not kept." unless record.reserved_by == actor.id
          raise Errors::Invalid,
            { "file" => "These are the very bytes of the newest version. Choose the revised file." } if newest(record).sha256 == sha256

          record.update(reserved_by: nil, reserved_at: nil)
          store(actor, record, intake, sha256, bytes.bytesize, file_name, why).tap { |version| Jobs::ReadText.enqueue(version.id) }
        end
      end

      private

      def refuse(intake, why)
        problems = {}
        problems["file"] = CaptureRecord::PROBLEMS.fetch(intake.problem) unless intake.valid?
        problems["why"] = "Say in a sentence what was changed." if why.strip.empty?
        problems["why"] = "The reason is longer than #{MOST_WHY} characters. Shorten it." if why.length > MOST_WHY
        raise Errors::Invalid, problems unless problems.empty?
      end

      def newest(record) = record.versions_dataset.working.first

      def store(actor, record, intake, sha256, size, file_name, why)
        Store::Version.create(record_id: record.id, number: record.versions_dataset.max(:number) + 1, kind: "revised", file_name: file_name, sha256: sha256,
          size_bytes: size, page_count: intake.pages, page_sizes: Sequel.pg_jsonb(intake.page_sizes), why: why.strip, created_by: actor.id, created_at: now)
      end
    end
  end
end
