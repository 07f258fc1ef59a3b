# frozen_string_literal: true

module JustSeal
  module Web
    # Capturing: files are dropped, looked at, and kept as records.
    class Intakes < Base
      helpers Uploads
      register Beginning

      # One to try everything on.
      post "/sample" do
        redirect "/records/#{Operations::TakeSample.call(actor).number}"
      end

      get "/:id" do
        show(find, {})
      end

      get "/:id/mark" do
        content_type :text
        mark(find)
      end

      post "/:id/files" do
        content_type :json
        file = Operations::AddToIntake.call(actor, intake_id: find.id, **upload(params["file"]))
        JSON.generate("file" => file.id)
      rescue Errors::Invalid => e
        status 422
        note_refused(find, upload(params["file"])[:file_name], e)
        json_problem(Words.problem(e))
      end

      get "/:id/files/:file/pdf" do
        file = find.files_dataset.first(id: params["file"].to_i)
        raise Errors::Missing, :no_pdf_yet unless file&.pdf_sha256

        content_type :pdf
        headers "content-disposition" => "inline"
        office.blobs.get(file.pdf_sha256)
      end

      # One form for the whole page: it saves what is typed, then does what its button says.
      post "/:id" do
        intake = find
        step, file = params["then"].to_s.split("-")
        save(intake) unless step == "discard"
        go_on(intake, step, file&.to_i)
      rescue Errors::Invalid => e
        status 422
        show(find, Words.problems(e.problems))
      rescue Errors::Conflict => e
        status 409
        show(find, { "conflict" => Words.problem(e) })
      end

      post "/:id/table" do
        intake = find
        files, left = Operations::FillIntake.call(actor, intake_id: intake.id, text: upload(params["table"])[:bytes])
        show(find, {}, filled: [files, left])
      rescue Errors::Invalid => e
        status 422
        show(find, Words.problems(e.problems.transform_keys { |key| key == "file" ? "table" : key }))
      end

      private

      def show(intake, problems, filled: nil)
        form = Queries::IntakeForm.new(intake)
        page = Pages::Intakes::Show.new(
          context,
          intake,
          form: form,
          problems: problems,
          filled: filled,
          classes: Queries::Choices.classes,
          case_files: open_case_files,
          mark: mark(intake),
          twins: twins(form.files)
        )
        show_page page, code: response.status
      end

      def find
        allow!(:capture)
        intake = Queries::Lookup.intake(params["id"])
        unless intake && (intake.account_id == account.id || account.role == "administrator")
          raise Errors::Missing, :no_such_intake
        end

        intake
      end

      def mark(intake) = Queries::LiveMarks.intake(intake)
      def open_case_files = Queries::Choices.open_case_files(sight)

      # {sha256 => a version of a record that holds these bytes}
      def twins(files) = Queries::Versions.twins(files.reject(&:record_id).map(&:sha256), sight)

      def add_all(intake, files)
        files.map { |file| upload(file) }.each do |file|
          Operations::AddToIntake.call(actor, intake_id: intake.id, **file)
        rescue Errors::Invalid => e
          note_refused(intake, file[:file_name], e)
        end
      end

      def note_refused(intake, name, problem)
        Operations::NoteRefused.call(actor, intake_id: intake.id, file_name: name, problem: problem)
      end

      def save(intake)
        record_class = Queries::Lookup.record_class(params["class"])
        record_class = intake.record_class if intake.template_id || (record_class.nil? && !intake.class_open?)
        typed = {
          "particulars" => particulars_from(params["particulars"]),
          "titles" => particulars_from(params["titles"]),
          "own" => own_particulars
        }
        typed = {} if record_class && record_class.id != intake.record_class_id
        Operations::SaveIntake.call(
          actor,
          intake_id: intake.id,
          record_class: record_class,
          case_file: case_file(params["case"]),
          typed: typed.merge("titles" => particulars_from(params["titles"]))
        )
      end

      # {file id => {name => text}} of what differs from file to file.
      def own_particulars
        return {} unless params["own"].is_a?(Hash)

        params["own"].transform_values { |values| particulars_from(values) }
      end

      def go_on(intake, step, file)
        case step
        when "keep" then Operations::KeepIntake.call(actor, intake_id: intake.id).then do |records|
          return redirect "/records/#{records.first.number}" if records.size == 1
        end
        when "make" then Operations::AssembleDocument.call(actor, intake_id: intake.id)
        when "flatten" then Operations::LookAgain.call(actor, intake_id: intake.id, file_id: file, flatten: true)
        when "again" then Operations::LookAgain.call(actor, intake_id: intake.id, file_id: file)
        when "leave" then Operations::LeaveOut.call(actor, intake_id: intake.id, file_id: file)
        when "discard" then Operations::LeaveOut.call(actor, intake_id: intake.id).then { return redirect "/records" }
        end
        redirect "/records/capture/#{intake.id}"
      end
    end
  end
end
