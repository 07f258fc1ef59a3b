# frozen_string_literal: true

module JustSeal
  module Operations
    # Makes the document of an intake from its template and what was typed; a job makes the PDF to look at. What is not
    # known yet is listed with the file.
    class AssembleDocument < Operation
      # Returns the Store::IntakeFile. Raises Errors::Invalid, keyed "particulars.NAME" or "title", for values that
      # can't be read.
      def call(actor, intake_id:)
        allow!(actor, :capture)
        intake = transaction { IntakeLock.take(actor, intake_id) }
        template = intake.template or raise Errors::Conflict, :intake_without_template
        values = self.class.values(intake, office: office, now: now)
        bytes = office.blobs.get(template.sha256)
        items = intake.record_class.particulars.to_a
        filled = Ports::Confined.call do
          Core::Documents::Template.fill(bytes, template.media, items, values, notation: Words::Notation::DOCUMENT)
        end
        sha256 = office.blobs.put(filled.bytes)
        file = { media: template.media, sha256: sha256, size_bytes: filled.bytes.bytesize }
        transaction { replace(actor, IntakeLock.take(actor, intake_id), file, filled, values) }
      end

      # What a document is made with: particulars and what templates always have.
      def self.values(intake, office:, now:)
        typed = intake.typed.to_h
        title = Core::Filing::SafeName.line(typed["titles"].to_h["new"].to_s)
        read = Core::Filing::Particulars.read(
          intake.record_class.particulars.map { |item| item.merge("required" => false) },
          typed["particulars"].to_h,
          contacts: Queries::ContactList.method(:meant)
        )
        problems = read.problems.transform_keys { |name| "particulars.#{name}" }
        problems.update(CaptureRecord.title_problems(title))
        raise Errors::Invalid, problems unless problems.empty?

        read.values.merge("title" => title, **always(intake, office, now))
      end

      def self.always(intake, office, now)
        {
          "class" => intake.record_class.title,
          "office" => office.name,
          "today" => office.zone.to_local(now).strftime("%Y-%m-%d")
        }
      end
      private_class_method :always

      private

      def replace(actor, intake, file, filled, values)
        intake.files_dataset.unfinished.update(state: "left_out")
        name = "#{values["title"].tr("/", "-")}.#{file[:media]}"
        IntakeFileKeeper.call(
          actor,
          intake,
          **file,
          file_name: Core::Documents::FileName.plain(name, file[:media]),
          marks: Sequel.pg_jsonb("missing" => filled.missing, "unknown" => filled.unknown, "values" => values)
        )
      end
    end
  end
end
