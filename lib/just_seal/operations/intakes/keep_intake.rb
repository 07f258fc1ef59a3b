# frozen_string_literal: true

module JustSeal
  module Operations
    # Makes records of the files of an intake that are fit: all of them, or none when something is missing.
    class KeepIntake < Operation
      # Returns [Store::Record, ...]. Raises Errors::Invalid keyed "case_file", "files.ID.title",
      # "files.ID.particulars.NAME", for one file also without "files.ID.";
      # Errors::Conflict while files are still being looked at, or when they were kept already.
      def call(actor, intake_id:)
        allow!(actor, :capture)
        transaction do
          intake = IntakeLock.take(actor, intake_id)
          raise Errors::Conflict, :revision_comes_back if intake.record_id

          files = ready_files(intake)
          records = keep_all(actor, intake, files)
          intake.end_when_done(now)
          records
        end
      end

      private

      def ready_files(intake)
        waiting = intake.files_dataset.where(state: "waiting").count
        raise Errors::Conflict.new(:files_in_work, count: waiting) if waiting.positive?

        files = intake.files_dataset.where(state: "ready").order(:id).all
        raise Errors::Invalid, { "files" => :nothing_to_keep } if files.empty?

        files
      end

      def keep_all(actor, intake, files)
        raise Errors::Invalid, { "class" => :choose_class } if intake.class_open?

        case_file = intake.case_file or raise Errors::Invalid, { "case_file" => :choose_case_file }
        refuse_stale(intake, files.first) if intake.template_id
        allow_case_file!(actor, case_file, :change)
        read = files.to_h { |file| [file, read_file(intake, case_file, file)] }
        refuse(read, files.size == 1)
        keeper = RecordKeeper.new(actor)
        read.map do |file, (title, values, _)|
          kept = { title: title, record_class: intake.record_class, case_file: case_file, values: values }
          record = keeper.keep(versions(file), **kept)
          file.update(state: "kept", record_id: record.id)
          record
        end
      end

      # A document that was made with other values than those that are kept beside it would contradict its record.
      def refuse_stale(intake, file)
        made_with = file.marks["values"].to_h
        wanted = AssembleDocument.values(intake, office: office, now: now)
        return if made_with.except("today") == wanted.except("today")

        raise Errors::Conflict, :values_changed
      end

      # [title, values, problems]
      def read_file(intake, case_file, file)
        given = Queries::IntakeForm.new(intake).given(file)
        title = Core::Filing::SafeName.line(given.title)
        [title, *RecordKeeper.read(title, intake.record_class, case_file, given.particulars)]
      end

      def refuse(read, single)
        problems = read.each_with_object({}) do |(file, (_, _, found)), all|
          found.each { |key, sentence| all[single || key == "case_file" ? key : "files.#{file.id}.#{key}"] = sentence }
        end
        raise Errors::Invalid, problems unless problems.empty?
      end

      # What came, and the PDF that was made of it.
      def versions(file)
        pdf = { page_count: file.page_count, page_sizes: file.page_sizes, findings: file.findings }
        came = {
          media: file.media,
          file_name: file.file_name,
          sha256: file.sha256,
          size_bytes: file.size_bytes,
          kind: file.kind,
          why: why(file)
        }
        return [came.merge(pdf)] unless file.made_pdf?

        made = {
          kind: file.flattened ? "flattened" : "converted",
          file_name: Core::Documents::FileName.plain(file.file_name, "pdf"),
          sha256: file.pdf_sha256,
          size_bytes: file.pdf_size_bytes,
          why: Core::Problem.kept(:made_from_first),
          **pdf
        }
        came.update(page_count: original_pages(file)) if file.media == "pdf"
        [came, made]
      end

      def why(file)
        template = file.intake.template
        return Core::Problem.kept(Core::Problem.new(:made_from_template, title: template.title)) if template

        arrival = Store::Arrival.first(intake_id: file.intake_id)
        Core::Problem.kept(arrival ? Core::Problem.new(:came_in, way: arrival.way_in.name) : :captured)
      end

      # Flattening keeps the number of pages.
      def original_pages(file) = file.page_count
    end
  end
end
