# frozen_string_literal: true

module JustSeal
  module Operations
    # Looks at one file of an intake: makes a PDF of it where it is none, inspects that, and reads what can be offered.
    # Safe to run twice.
    class LookAtFile < Operation
      # +flatten+: draw the PDF anew first.
      def call(file_id, flatten: false)
        file = Store::IntakeFile[file_id] or return
        return unless file.state == "waiting"

        found = looked_at(file, flatten)
        transaction do
          file.lock!
          file.update(found) if file.state == "waiting"
        end
        BringBack.new.finish(file.refresh) if file.intake.record_id
        Jobs::KeepArrived.enqueue(file.intake_id) if Store::Arrival.where(intake_id: file.intake_id).any?
      end

      private

      # The columns that follow from looking.
      def looked_at(file, flatten)
        original = office.blobs.get(file.sha256)
        malware, marks = scanned(file, original)
        return unfit(malware) if malware

        pdf, problem = pdf_of(file, original, flatten)
        return unfit(problem) if problem

        fit(file, original, pdf, flatten, marks)
      rescue Errors::Invalid
        unfit(:too_deep)
      end

      # [problem or nil, findings]. While the scanner is away and files wait, the row says so, and the job tries again.
      def scanned(file, original)
        [nil, FileGate.call(original)]
      rescue Errors::Invalid
        [:malware_found, []]
      rescue Errors::Unavailable
        file.update(problem: "scanner_waits")
        raise
      end

      def fit(file, original, pdf, flatten, marks)
        inspected = CaptureRecord.look(pdf)
        findings = (inspected.findings + marks).map(&:kept)
        return unfit(inspected.problem, findings: findings) unless inspected.valid?

        {
          state: "ready",
          problem: nil,
          pdf_sha256: office.blobs.put(pdf),
          pdf_size_bytes: pdf.bytesize,
          page_count: inspected.pages,
          page_sizes: Sequel.pg_jsonb(inspected.page_sizes),
          findings: Sequel.pg_jsonb(findings),
          kind: inspected.scan ? "scan" : "captured",
          flattened: flatten,
          offers: Sequel.pg_jsonb(offers(file, original, pdf))
        }
      end

      # [bytes, nil] or [nil, problem].
      def pdf_of(file, original, flatten)
        pdf = file.media == "pdf" ? original : convert(file.media, original)
        if pdf.is_a?(Symbol)
          [nil, pdf]
        else
          [flatten ? office.flattener.call(pdf) : pdf, nil]
        end
      rescue Errors::Unavailable
        [nil, :flattening_failed]
      end

      # The PDF's bytes, or a problem.
      def convert(media, bytes)
        # Packed anew, since what is valid for others is not always so for the converter.
        problem, packed = Ports::Confined.call do
          problem = Core::Documents::Package.problem(bytes)
          [problem, (Core::Documents::Package.new(bytes, media).with({}) if problem == :valid)]
        end
        return problem unless problem == :valid

        made = office.converter.pdf(packed, media)
        Ports::Confined.call { Core::Pdf::Archival.make(made).first }
      rescue Errors::Unavailable => e
        e.reason == :program_too_slow ? :conversion_slow : :conversion_failed
      end

      def unfit(problem, findings: []) = { state: "unfit", problem: problem.to_s, findings: Sequel.pg_jsonb(findings) }

      # A text that can't be read offers nothing; the file is fit all the same.
      def offers(file, original, pdf)
        property = Ports::Confined.call do
          file.media == "pdf" ? pdf_title(pdf) : Core::Documents::Package.new(original, file.media).title
        end
        Core::Filing::Offers.read(
          file.intake.record_class.particulars,
          office.text.pages(pdf),
          file_name: file.file_name,
          property: property.to_s,
          contacts: Queries::ContactList.method(:meant)
        )
      rescue Errors::Unavailable
        { "title" => Core::Filing::Offers.title([], "", file.file_name), "particulars" => {} }
      end

      def pdf_title(pdf)
        Core::Pdf::Signing.open(pdf).trailer.info[:Title].to_s
      rescue *Core::Pdf::Check::LIBRARY_FAULTS
        ""
      end
    end
  end
end
