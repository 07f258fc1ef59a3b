# frozen_string_literal: true

module JustSeal
  module Operations
    # Takes a PDF into the repository as a new record with its first version.
    class CaptureRecord < Operation
      MOST_TITLE = 300
      PROBLEMS = {
        empty: "The document is missing or empty. Choose a PDF.",
        too_large: "The file is larger than #{Core::Pdf::Intake::MOST_BYTES / 1024 / 1024} MB. Make it smaller, or split it.",
        not_a_pdf: "The file is not a PDF. Save or print the document as PDF, then choose it again.",
        damaged: "The PDF is damaged and can't be read. Save it anew from where it was made.",
        encrypted: "The PDF is protected by a password. Save a copy without protection, then choose that.",
        no_pages: "The PDF has no pages.",
        too_many_pages: "The PDF has more than #{Core::Pdf::Intake::MOST_PAGES} pages. Split it.",
        signed_before: "The PDF carries a signature already. Capture the document as it was before it was signed.",
        xfa: "The PDF holds an XFA form, which can look different to each reader. Print it to PDF, then choose the copy.",
        active_content: "The PDF holds scripts or actions that can change it by itself. Print it to PDF, then choose the copy."
      }.freeze

      # +bytes+: the file; +file_name+: as it was called; +title+; +record_class+, +case_file+: rows; +particulars+: {name => text}.
      # Returns the Store::Record. Raises Errors::Invalid with all problems, keyed "file", "title" or "particulars.NAME".
      def call(actor, bytes:, file_name:, title:, record_class:, case_file:, particulars:)
        allow!(actor, :capture)
        intake = Core::Pdf::Intake.call(bytes)
        title = Core::Filing::SafeName.line(title)
        read = Core::Filing::Particulars.read(record_class.particulars, particulars, checks: record_class.checks)
        refuse(problems(intake, title, case_file, read))
        sha256 = office.blobs.put(bytes)
        transaction do
          record = store(actor, title, record_class, case_file, read.values)
          version = add_version(actor, record, intake, file_name, sha256, bytes.bytesize)
          Jobs::ReadText.enqueue(version.id)
          record
        end
      end

      private

      def problems(intake, title, case_file, read)
        found = read.problems.transform_keys { |name| "particulars.#{name}" }
        found["file"] = PROBLEMS.fetch(intake.problem) unless intake.valid?
        found["title"] = "The title is missing. Say what the document is." if title.empty?
        found["title"] = "The title is longer than #{MOST_TITLE} characters. Shorten it." if title.length > MOST_TITLE
        found["case_file"] = "Case file #{case_file.code} is closed. Choose an open one." if case_file.closed_at
        found
      end

      def refuse(problems)
        raise Errors::Invalid, problems unless problems.empty?
      end

      def store(actor, title, record_class, case_file, values)
        year = office.zone.to_local(now).year
        number = format("%s-%d-%04d", record_class.code, year, Store::Counters.next("record:#{record_class.code}:#{year}"))
        Store::Record.create(number: number, record_class_id: record_class.id, class_version: record_class.version, case_file_id: case_file.id, title: title,
          particulars: Sequel.pg_jsonb(values), created_by: actor.id, created_at: now)
      end

      def add_version(actor, record, intake, file_name, sha256, size)
        Store::Version.create(record_id: record.id, number: 1, kind: "captured", file_name: file_name, sha256: sha256, size_bytes: size,
          page_count: intake.pages, page_sizes: Sequel.pg_jsonb(intake.page_sizes), why: "captured",
          created_by: actor.id, created_at: now)
      end
    end
  end
end
