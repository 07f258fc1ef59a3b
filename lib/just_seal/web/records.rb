# frozen_string_literal: true

module JustSeal
  module Web
    # The Records: the repository.
    class Records < Base
      get "" do
        filters = { class_code: filter("class"), case_code: filter("case"), find: filter("find"),
                    to_be_sent: params["show"] == "to-be-sent" }
        found = Queries::RecordList.new(**filters, after: params["after"]).page
        page :"records/list", title: "Records", place: "Records", found: found, filters: filters, plan: Queries::RecordList.file_plan,
          case_files: Store::CaseFile.eager(:parent).order(:code).all, to_be_sent: Queries::RecordList.to_be_sent_count
      end

      get "/list.csv" do
        content_type :csv
        attachment "records.csv"
        Queries::RecordCsv.new(filters).text
      end

      get "/capture" do
        allow!(:capture)
        capture_form(chosen_class, {}, {})
      end

      post "/capture" do
        allow!(:capture)
        record = Operations::CaptureRecord.call(actor, **upload, title: text_param("title"), record_class: chosen_class, case_file: chosen_case_file,
          particulars: particulars_params)
        redirect "/records/#{record.number}"
      rescue Errors::Invalid => e
        status 422
        capture_form(chosen_class, e.problems, params)
      end

      get "/:number" do
        show(find(params["number"]), {})
      end

      get "/:number/versions/:version/file" do
        version = find_version
        bytes = Operations::NoteDownload.call(actor, version: version)
        content_type :pdf
        params["inline"] ? headers("content-disposition" => "inline") : attachment(version.file_name)
        bytes
      end

      get "/:number/difference" do
        record = find(params["number"])
        before, after = %w[from to].map { |name| version_of(record, params[name]) }
        texts = [before, after].map { |version| office.text.pages(office.blobs.get(version.sha256)) }
        page :"records/difference", title: "What changed in #{record.number}", place: "Records", record: record, before: before, after: after,
          pages: Core::Filing::TextDifference.call(*texts)
      end

      post "/:number/take" do
        Operations::TakeForRevision.call(actor, number: params["number"])
        redirect "/records/#{params['number']}"
      end

      post "/:number/free" do
        Operations::FreeRecord.call(actor, number: params["number"])
        redirect "/records/#{params['number']}"
      end

      post "/:number/bring-back" do
        Operations::BringBack.call(actor, number: params["number"], why: text_param("why"), **upload)
        redirect "/records/#{params['number']}"
      rescue Errors::Invalid => e
        status 422
        show(find(params["number"]), e.problems, why: text_param("why"))
      end

      post "/:number/prepare" do
        docket = Operations::DraftDocket.call(actor, record: find(params["number"]))
        redirect "/dockets/#{docket.number}/who"
      end

      private

      # What narrows the list, out of the address.
      def filters
        { class_code: filter("class"), case_code: filter("case"), find: filter("find"), to_be_sent: params["show"] == "to-be-sent" }
      end

      def filter(name) = params[name].is_a?(String) && !params[name].strip.empty? ? params[name].strip[0, 100] : nil

      def find(number)
        Store::Record.eager(:record_class,
          :case_file).first(number: number) || raise(Errors::Missing, "There is no record #{number}. Look for it in the list of records.")
      end

      def find_version = version_of(find(params["number"]), params["version"])

      def version_of(record, number)
        Store::Version.first(record_id: record.id,
          number: number.to_i) || raise(Errors::Missing, "#{record.number} has no version #{number}.")
      end

      def show(record, problems, why: nil)
        dockets = Store::Docket.where(id: Store::DocketDocument.where(record_id: record.id).select(:docket_id)).order(Sequel.desc(:id)).all
        parties = Store::Party.where(docket_id: dockets.map(&:id)).order(:letter).all.group_by(&:docket_id)
        versions = record.versions_dataset.eager(:creator).all
        page :"records/show", title: record.title, place: "Records", record: record, dockets: dockets, parties: parties, versions: versions,
          twins: Queries::Twins.of(record, versions), problems: problems, why: why
      end

      def chosen_class = Store::RecordClass.first(code: params["class"].to_s) || Store::RecordClass.order(:code).first
      def chosen_case_file
        Store::CaseFile.first(code: params["case"].to_s) || raise(Errors::Invalid, { "case_file" => "Choose a case file." })
      end
      def particulars_params
        params["particulars"].is_a?(Hash) ? params["particulars"].transform_values do |value|
          value.is_a?(Array) ? value.map(&:to_s) : value.to_s
        end : {}
      end

      def upload
        file = params["file"]
        return { bytes: "", file_name: "" } unless file.is_a?(Hash) && file[:tempfile]

        { bytes: file[:tempfile].read(Core::Pdf::Intake::MOST_BYTES + 1).to_s.b, file_name: plain_name(file[:filename]) }
      end

      # A name without folders or characters that a file system or a reader could stumble over.
      def plain_name(name)
        name.to_s.scrub("").tr("\\", "/").split("/").last.to_s.gsub(/[[:cntrl:]\p{Cf}"<>:|?*]/, "")[0, 150].then do |text|
          text.empty? ? "document.pdf" : text
        end
      end

      def capture_form(record_class, problems, typed)
        page :"records/capture", title: "Capture a document", place: "Records", record_class: record_class, classes: Store::RecordClass.order(:code).all,
          case_files: Store::CaseFile.live.order(:code).all, problems: problems, typed: typed
      end
    end
  end
end
