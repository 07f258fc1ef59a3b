# frozen_string_literal: true

module JustSeal
  module Web
    class Cmis < Base
      # Objects: made, changed, moved, checked out and in. Nothing is deleted.
      module Writing
        extend RouteSet

        MAX_PROPERTIES = 200

        post("/office/root") { change_object }
        post("/office/root/*") { change_object }

        private

        def change_object
          scope!("write")
          case params["cmisaction"].to_s
          when "createDocument" then create_document
          when "createFolder" then create_folder
          when "update" then update
          when "move" then move
          when "checkOut" then check_out
          when "cancelCheckOut" then cancel_check_out
          when "checkIn" then check_in
          else not_supported
          end
        end

        # {name => text} of propertyId[n] and propertyValue[n].
        def said
          ids, values = %w[propertyId propertyValue].map { |name| params[name].is_a?(Hash) ? params[name] : {} }
          ids.first(MAX_PROPERTIES).to_h { |index, id| [id.to_s, values[index].to_s] }
        end

        # {name of a particular => text} of +properties+.
        def particulars_said(properties)
          own = properties.select { |id, _| OBJECTS::TYPES.particular(id) }
          own.to_h { |id, value| [OBJECTS::TYPES.particular(id), plain(value)] }
        end

        # Dates come as milliseconds, yes and no as true and false.
        def plain(value)
          return { "true" => "yes", "false" => "no" }.fetch(value) if %w[true false].include?(value)

          value.match?(/\A-?\d{11,14}\z/) ? Time.at(value.to_i / 1000).utc.to_date.iso8601 : value
        end

        def brought = upload(params["content"])

        def create_document
          place = named.row or raise Errors::Invalid, { "case_file" => :choose_case_file }
          code = OBJECTS::TYPES.class_of(said["cmis:objectTypeId"])
          record = Operations::CaptureRecord.call(
            actor,
            **brought,
            title: said["cmis:name"].to_s,
            record_class: Queries::Lookup.record_class(code.to_s) || raise(
              Errors::Invalid,
              { "class" => :choose_class }
            ),
            case_file: place,
            particulars: particulars_said(said),
            signed: true
          )
          status 201
          told(objects.find(record.number))
        end

        def create_folder
          parent = named.row
          given = { "title" => said["cmis:name"].to_s, "parent" => parent&.code }
          row = Operations::SaveCaseFile.call(actor, given: given)
          status 201
          told(objects.folder(row))
        end

        # From the state that changeToken names, where it names one.
        def update
          record = named.row
          return not_supported unless record.respond_to?(:record_class)

          correct(record, title: said["cmis:name"], particulars: particulars_said(said))
          told(objects.find(record.number))
        end

        def move
          record = named.row
          return not_supported unless record.respond_to?(:record_class)

          correct(record, case_file: objects.find(params["targetFolderId"]).row)
          told(objects.find(record.number))
        end

        def correct(record, title: nil, particulars: {}, case_file: nil)
          kept = record.particulars.to_h.except("docket_number")
          texts = kept.transform_values { |value| Core::Filing::Particulars.text(value) }
          asked = params["changeToken"].to_s[/\A\d{1,9}\z/]
          Operations::CorrectRecord.call(
            actor,
            number: record.number,
            edits: asked ? asked.to_i : record.edits,
            title: title || record.title,
            particulars: texts.merge(particulars),
            case_file: case_file || record.case_file,
            reason: I18n.t("api.cmis_reason", program: token.name)
          )
        end

        def check_out
          number = document.row.number
          Operations::TakeForRevision.call(actor, number: number)
          status 201
          told(objects.find("#{number};pwc"))
        end

        def cancel_check_out
          Operations::FreeRecord.call(actor, number: document.row.number)
          json({})
        end

        # What comes back is the next version; a word processor's file becomes one by a job.
        def check_in
          record = document.row
          comment = text_param("checkinComment", most: 300)
          Operations::BringBack.call(
            actor,
            number: record.number,
            **brought,
            why: comment.strip.empty? ? I18n.t("api.cmis_reason", program: token.name) : comment,
            signed: true
          )
          status 201
          told(objects.find(record.number))
        end
      end
    end
  end
end
