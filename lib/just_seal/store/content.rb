# frozen_string_literal: true

module JustSeal
  module Store
    # Where the content of a record stands in rows, what its dockets say of people, and which rows ask for kept bytes.
    # Beside what is named here rows hold numbers, states, times and hashes, which stay with the stub.
    module Content
      LIST = "[]"
      PLAIN = "{}"
      WHO = { name: "", email: "", organisation: "", job_title: "", telephone: "" }.freeze

      # table => {column => what is left of it}; of rows with the record's id.
      OF_RECORD = {
        records: { particulars: PLAIN, reserved_by: nil, reserved_at: nil, docket_state: "destroyed" },
        versions: { file_name: "", findings: LIST },
        intake_files: { file_name: "", findings: LIST, offers: PLAIN, marks: LIST, problem: nil },
        particular_conflicts: { typed: PLAIN, taken: nil },
        record_reviews: { because: "" },
        repository_documents: { name: "", problem: nil },
        instruction_runs: { call: PLAIN, course: LIST, problem: nil }
      }.freeze
      # The same of rows with the id of a docket all of whose records are gone.
      OF_DOCKET = {
        dockets: { message: "", subject: "", ended_because: nil, options: PLAIN },
        docket_documents: { particulars: PLAIN },
        parties: {
          **WHO,
          note: "",
          refused_because: nil,
          card: nil,
          acts_for: "",
          declaration: nil,
          phrase_hash: nil,
          role_title: nil
        },
        messages: {
          to_name: "",
          to_address: "",
          subject: nil,
          body: nil,
          facts: PLAIN,
          attachments: LIST,
          bounce_status: nil
        },
        paper_copies: { entered: PLAIN }
      }.freeze
      OF_PARTY = {
        party_members: WHO,
        proofs: { address: "", client: "", facts: PLAIN },
        visits: { address: "", client: "", host: nil, draft: PLAIN, typed: PLAIN },
        waivers: { reason: "" },
        personal_links: { vouched: nil },
        circulation_recipients: { **WHO, name: "-", unit: "", given: PLAIN }
      }.freeze
      # Rows that go: table => the column that says whose they are.
      GONE = {
        version: %i[page_texts typed_fields clause_uses seal_health],
        record: %i[instruction_matches retentions],
        docket: %i[copy_links draft_editors daily_notices],
        party: %i[party_codes challenges prepared_acts pads]
      }.freeze

      module_function

      # Records of which stubs are left.
      def stubs = Store.db[:stubs].select(:record_id)
      def docket_stubs = Store.db[:docket_stubs].select(:docket_id)

      # {table => [columns that name kept bytes, rows of the table that still want them]}
      def wanting = { **of_records, **of_dockets, **of_the_office }

      def of_records
        {
          circulations: [%i[frozen_sha256], living(:circulations)],
          docket_documents: [%i[sent_sha256 current_sha256 sealed_sha256], living(:docket_documents)],
          intake_files: [%i[sha256 pdf_sha256], living(:intake_files)],
          record_imports: [%i[sha256], living(:record_imports)],
          transfer_lines: [%i[package_sha256], living(:transfer_lines)],
          taken_packages: [%i[package_sha256], living(:taken_packages)],
          versions: [%i[sha256], living(:versions)]
        }
      end

      # Rows of no record, or of one that is there.
      def living(table)
        Store.db[table].where(Sequel.|({ record_id: nil }, Sequel.~(record_id: stubs)))
      end

      def of_dockets
        db = Store.db
        copies = db[:paper_copies].exclude(docket_id: docket_stubs)
        files = db[:paper_files].where(copy_id: copies.select(:id))
        {
          docket_files: [%i[sha256], db[:docket_files].exclude(field_id: fields(docket_stubs).select(:id))],
          paper_copies: [%i[pack_sha256 scan_sha256], copies],
          paper_files: [%i[sha256], files],
          paper_pictures: [%i[sha256], db[:paper_pictures].where(file_id: files.select(:id))]
        }
      end

      def of_the_office
        db = Store.db
        {
          answers: [%i[result_sha256 report_sha256], db[:answers]],
          docket_template_files: [%i[sha256], db[:docket_template_files]],
          document_templates: [%i[sha256], db[:document_templates]],
          inquiries: [%i[pack_sha256], db[:inquiries]],
          office_choices: [%i[value], db[:office_choices].where(name: "logo")],
          transfers: [%i[receipt_sha256], db[:transfers]]
        }
      end

      # Fields of the documents of dockets, by their ids.
      def fields(docket_ids)
        documents = Store.db[:docket_documents].where(docket_id: docket_ids)
        Store.db[:fields].where(document_id: documents.select(:id))
      end

      # Hashes of all bytes that are wanted, as a dataset with the column sha256; +only+: some of them.
      def wanted(only = nil)
        all = wanting.values.flat_map do |columns, rows|
          columns.map do |column|
            found = only ? rows.where(column => only) : rows.exclude(column => nil)
            found.select(Sequel[column].as(:sha256))
          end
        end
        all.inject { |one, other| one.union(other) }
      end
    end
  end
end
