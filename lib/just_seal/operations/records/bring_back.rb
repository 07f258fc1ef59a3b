# frozen_string_literal: true

module JustSeal
  module Operations
    # Brings a revised document back: a new version, and the reservation ends. Of a word processor's file a PDF is
    # made first, by a job; until then the file lies in an intake of its own, as does a PDF that must be flattened.
    class BringBack < Operation
      MAX_WHY = 300

      # +bytes+: the revised PDF, DOCX or ODT; +why+: what was changed. Returns the Store::Version, or nil when a job
      # makes it.
      # Raises Errors::Conflict when the record is not reserved by +actor+, Errors::Invalid keyed "file" or "why".
      # +signed+: see CaptureRecord.
      def call(actor, number:, bytes:, file_name:, why:, signed: false)
        allow!(actor, :capture)
        media = Core::Documents::Media.of(bytes)
        pdf = CaptureRecord.look(bytes) if media == "pdf" || bytes.empty?
        refuse(bytes, media, pdf, why)
        marks = FileGate.call(bytes)
        pdf = pdf&.with(findings: pdf.findings + marks)
        file = {
          media: media,
          file_name: Core::Documents::FileName.plain(file_name, media),
          sha256: office.blobs.put(bytes),
          size_bytes: bytes.bytesize,
          why: why.strip
        }
        return revise(actor, number, [{ **file, **inspected(pdf), kind: "signed" }]) if signed && pdf&.signed?

        pdf&.valid? ? revise(actor, number, [file.merge(inspected(pdf))]) : look_first(actor, number, file)
      end

      # The second half for a file that a job has looked at. +file+: Store::IntakeFile of an intake with a record.
      def finish(file)
        return unless file.state == "ready"

        intake = file.intake
        who = Core::Actor.new(
          kind: "staff",
          id: intake.account_id,
          name: intake.account.name,
          role: intake.account.role,
          unit: intake.account.unit
        )
        revise(who, intake.record.number, finished_versions(file, intake.typed["why"])) do
          file.update(state: "kept", record_id: intake.record_id) && intake.update(ended_at: now)
        end
      rescue Errors::Conflict, Errors::Invalid
        file.update(state: "unfit", problem: "not_reserved")
      end

      private

      def refuse(bytes, media, pdf, why)
        problems = {}
        problems["file"] = Core::Documents::Media.stranger(bytes) unless media || bytes.empty?
        problems["file"] = pdf.problem if pdf&.findings&.any? do |finding|
          finding.severity == :blocks
        end
        problems["file"] = :too_large if bytes.bytesize > Core::Pdf::Intake::MAX_BYTES
        problems["why"] = :change_unsaid if why.strip.empty?
        problems["why"] = Core::Problem.new(:reason_too_long, limit: MAX_WHY) if why.length > MAX_WHY
        raise Errors::Invalid, problems unless problems.empty?
      end

      def inspected(pdf)
        {
          page_count: pdf.pages,
          page_sizes: pdf.page_sizes,
          findings: pdf.findings.map(&:kept)
        }
      end

      def finished_versions(file, why)
        pdf = { page_count: file.page_count, page_sizes: file.page_sizes, findings: file.findings }
        came = {
          media: file.media,
          file_name: file.file_name,
          sha256: file.sha256,
          size_bytes: file.size_bytes,
          why: why
        }
        return [came.merge(pdf)] if file.media == "pdf" && !file.made_pdf?

        came.update(page_count: file.page_count) if file.media == "pdf"
        [
          came,
          pdf.merge(
            kind: file.flattened ? "flattened" : "converted",
            file_name: Core::Documents::FileName.plain(file.file_name, "pdf"),
            sha256: file.pdf_sha256,
            size_bytes: file.pdf_size_bytes,
            why: Core::Problem.kept(:made_from_revised)
          )
        ]
      end

      def held(actor, number)
        record = Store::Record.locked(number)
        allow_record!(actor, record, :change)
        BoundRecord.refuse(record)
        raise Errors::Conflict.new(:not_reserved_for_you, number: number) unless record.reserved_by == actor.id

        record
      end

      # Returns the newest of the versions. The block runs in the same transaction.
      def revise(actor, number, versions)
        transaction do
          record = held(actor, number)
          raise Errors::Invalid, { "file" => :same_bytes } if newest(record) == versions.first[:sha256]

          record.update(reserved_by: nil, reserved_at: nil)
          revised = versions.map { |version| { kind: "revised", **version } }
          rows = RecordKeeper.new(actor).add_versions(record, revised, from: record.versions_dataset.max(:number) + 1)
          facts = { "why" => rows.first.why, "versions" => RecordKeeper.told(rows) }
          record_event_on(number, "record.revised", actor, facts)
          yield if block_given?
          rows.last
        end
      end

      def newest(record) = record.versions_dataset.where(kind: %w[captured revised scan signed]).first&.sha256

      def look_first(actor, number, file)
        transaction do
          record = held(actor, number)
          raise Errors::Conflict.new(:still_looked_at, number: number) if record.coming_back

          intake = OpenIntake.call(
            actor,
            record_class: record.record_class,
            case_file: record.case_file,
            record: record,
            typed: { "why" => file[:why] }
          )
          IntakeFileKeeper.call(actor, intake, **file.except(:why))
          nil
        end
      end
    end
  end
end
