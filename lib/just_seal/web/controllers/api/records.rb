# frozen_string_literal: true

module JustSeal
  module Web
    class Api < Base
      # Records: found, captured, read, corrected.
      module Records
        extend RouteSet

        get "/records" do
          scope!("read")
          asked = params.slice("class", "case", "state", "from", "to", "find")
          filters = Queries::RecordFilters.new(asked, sight: sight, zone: office.zone)
          page = Queries::RecordList.new(filters, sight: sight, after: said("after")).page
          page_of(Queries::ApiShapes.records(page.rows.map(&:record)), page.next_key)
        end

        get "/records/:number" do
          scope!("read")
          record = find_record
          headers "etag" => tag(record.edits)
          json Queries::ApiShapes.record(record).merge("versions" => Queries::ApiShapes.versions(record))
        end

        get "/records/:number/versions/:version/file" do
          scope!("read")
          version = Queries::Versions.of(find_record, params["version"].to_i) or raise Errors::Missing, :no_such_version
          bytes = Operations::NoteDownload.call(actor, version: version, read: false)
          content_type Core::Documents::Media.mime(version.media)
          attachment version.file_name
          bytes
        end

        # A revised file as the next version; a word processor's becomes one by a job.
        post "/records/:number/versions" do
          scope!("write")
          record = find_record
          once do
            Operations::AddVersion.call(actor, number: record.number, **file, why: text_param("why"))
            [200, Queries::ApiShapes.record(record).merge("versions" => Queries::ApiShapes.versions(record))]
          end
        end

        # A file with what is known of it, as a form of several parts.
        post "/records" do
          scope!("write")
          once do
            record = Operations::CaptureRecord.call(actor, **file, **said_of_record)
            [201, Queries::ApiShapes.record(record), "/records/#{record.number}"]
          end
        end

        # A file for a person to go on with, at the address that is answered.
        post "/intakes" do
          scope!("write")
          once do
            intake = Operations::BeginIntake.call(actor, **file, **said_of_intake)
            address = "#{office.settings.address}/records/capture/#{intake.id}"
            [201, { "id" => intake.id, "address" => address }]
          end
        end

        patch "/records/:number" do
          scope!("write")
          record = find_record
          edits = expected_edits
          once do
            Operations::CorrectRecord.call(actor, number: record.number, edits: edits, **corrected(record))
            [200, Queries::ApiShapes.record(record.refresh)]
          end
        end

        private

        def find_record
          sight.records.first(number: params["number"]) || raise(
            Errors::Missing.new(
              :no_record,
              number: params["number"]
            )
          )
        end

        def said_of_record
          {
            title: text_param("title"),
            record_class: Queries::Lookup.record_class(text_param("class")) || unknown("class"),
            case_file: sight.case_files.first(code: text_param("case_file")) || unknown("case_file"),
            particulars: particulars_from(params["particulars"])
          }
        end

        # What is not said stays open for the person.
        def said_of_intake
          code, place = %w[class case_file].map { |name| text_param(name) }
          {
            record_class: code.empty? ? nil : Queries::Lookup.record_class(code) || unknown("class"),
            case_file: place.empty? ? nil : sight.case_files.first(code: place) || unknown("case_file"),
            title: text_param("title", most: 300),
            values: particulars_from(params["particulars"])
          }
        end

        def unknown(place) = raise(Errors::Invalid, { place => :not_known_here })

        # What is not said stays as it is.
        def corrected(record)
          kept = record.particulars.to_h.transform_values { |value| Core::Filing::Particulars.text(value) }
          said = given["particulars"].is_a?(Hash) ? given["particulars"].transform_values(&:to_s) : {}
          code = given["case_file"]
          {
            title: given.fetch("title", record.title).to_s,
            particulars: kept.merge(said),
            case_file: code ? sight.case_files.first(code: code.to_s) || unknown("case_file") : record.case_file,
            reason: given["reason"].to_s
          }
        end
      end
    end
  end
end
