# frozen_string_literal: true

module JustSeal
  module Web
    # The Records: the repository.
    class Records < Base
      helpers Uploads, ReadingMarks
      register Finds, Revisions, PageOrder, Writing, Keeping

      get "" do
        filters = Queries::RecordFilters.new(params, sight: sight)
        found = Queries::RecordList.new(filters, sight: sight, after: params["after"]).page
        show_page Pages::Records::List.new(
          context,
          found,
          filters: filters,
          plan: Queries::RecordList.file_plan(sight),
          case_files: sight.case_files.order(:code).all,
          to_be_sent: Queries::RecordList.to_be_sent_count(sight),
          saved: saved_finds
        )
      end

      get "/list.csv" do
        filters = Queries::RecordFilters.new(params, sight: sight)
        content_type :csv
        attachment "records.csv"
        Words::RecordCsv.new(Queries::RecordCsv.new(Queries::RecordList.new(filters, sight: sight), filters))
      end

      # From a list: the record that is chosen there.
      post "/prepare" do
        docket = Operations::DraftDocket.call(actor, record: find(params["number"].to_s))
        redirect "/dockets/#{docket.number}/parties"
      end

      get "/:number" do
        show(find(params["number"]), {})
      end

      # Changes whenever something happens to the record or to one of its dockets.
      get "/:number/mark" do
        content_type :text
        mark(find(params["number"]))
      end

      # Between what a party signed and what the record says by now.
      post "/:number/conflicts/:id" do
        record = Operations::DecideConflict.call(actor, id: params["id"].to_i, take: params["take"] == "1")
        redirect "/records/#{record.number}"
      end

      get "/:number/edit" do
        allow!(:correct)
        edit_form(find(params["number"]), {}, nil)
      end

      post "/:number/edit" do
        record = find(params["number"])
        case_file = sight.case_files.first(code: params["case"].to_s) || raise(
          Errors::Invalid,
          { "case_file" => :choose_case_file }
        )
        Operations::CorrectRecord.call(
          actor,
          number: record.number,
          edits: params["edits"].to_i,
          title: text_param("title"),
          case_file: case_file,
          particulars: particulars_from(params["particulars"]),
          reason: text_param("reason")
        )
        redirect "/records/#{record.number}"
      rescue Errors::Invalid, Errors::Conflict => e
        status e.is_a?(Errors::Conflict) ? 409 : 422
        edit_form(
          record,
          e.is_a?(Errors::Conflict) ? { "conflict" => Words.problem(e) } : Words.problems(e.problems),
          params
        )
      end

      get "/:number/versions/:version" do
        allow!(:download)
        record = find(params["number"])
        version = readable(record, params["version"])
        show_page Pages::Records::Read.new(
          context,
          record,
          version: version,
          versions: Queries::Versions.all(record),
          beside: (readable(record, params["beside"]) if params["beside"])
        )
      end

      get "/:number/versions/:version/marks" do
        allow!(:download)
        version = readable(find(params["number"]), params["version"])
        show_marks(Queries::Versions.document(version), version.sha256)
      end

      get "/:number/versions/:version/file" do
        version = version_of(find(params["number"]), params["version"])
        read = !params["inline"].nil? && version.pdf?
        bytes = Operations::NoteDownload.call(actor, version: version, read: read)
        content_type Core::Documents::Media.mime(version.media)
        read ? headers("content-disposition" => "inline") : attachment(version.file_name)
        bytes
      end

      # That these bytes were there, for whoever has them.
      get "/:number/versions/:version/proof" do
        allow!(:download)
        record = find(params["number"])
        version = version_of(record, params["version"])
        chains = [record.number, *version.docket_number]
        content_type :json
        attachment "#{record.number} version #{version.number} proof.json"
        Queries::Existence.new(office).of_content(version.sha256, chains: chains)
      end

      post "/:number/prepare" do
        docket = Operations::DraftDocket.call(actor, record: find(params["number"]))
        redirect "/dockets/#{docket.number}/parties"
      end

      private

      def find(number)
        sight.records.eager(:record_class, :case_file).first(number: number) ||
          raise(Errors::Missing.new(:no_record_listed, number: number))
      end

      def version_of(record, number)
        raise Errors::Missing.new(:record_destroyed, number: record.number) if record.destroyed?

        Queries::Versions.of(record, number) ||
          raise(Errors::Missing.new(:no_version, number: record.number, version: number))
      end

      def readable(record, number)
        version = version_of(record, number)
        version.pdf? ? version : raise(Errors::Missing, :only_pdfs_read)
      end

      def mark(record) = Queries::LiveMarks.record(record)
      def saved_finds = Queries::RecordList.saved_finds(account)

      def show(record, problems, **typed)
        told = mark(record) # before the rest is read: what changes in between is noticed
        overview = Queries::RecordOverview.new(record, sight: sight)
        show_page(
          Pages::Records::Show.new(context, overview, mark: told, problems: problems, **typed),
          code: problems.empty? ? 200 : 422
        )
      end

      def edit_form(record, problems, typed)
        files = sight.case_files.order(:code).all.select do |row|
          row.id == record.case_file_id || (row.closed_at.nil? && sight.change?(row))
        end
        show_page(
          Pages::Records::Edit.new(context, record, case_files: files, problems: problems, typed: typed),
          code: response.status
        )
      end
    end
  end
end
