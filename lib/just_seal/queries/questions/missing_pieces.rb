# frozen_string_literal: true

module JustSeal
  module Queries
    module Questions
      # What ought to be there and is not.
      class MissingPieces < Question
        private

        def work
          @uncertified = []
          @astray = []
          @disagree = []
          sealed = @scope.dockets.where(state: "sealed")
          each_docket(sealed.exclude(Sequel[:dockets][:id] => Store::Content.docket_stubs)) { |some| batch(some) }
          counted(:certificate, %i[docket title sealed], @uncertified, personal: %i[title])
          counted(:place, %i[record docket place rule], @astray)
          counted(:particulars, %i[record docket particular signed now], @disagree, personal: %i[signed now])
          unsealed
        end

        def batch(dockets)
          numbers = dockets.to_h { |docket| [docket.id, docket.number] }
          certified = Store::Version.where(docket_number: numbers.values, kind: "certificate")
            .select_map(:docket_number)
          dockets.reject { |docket| certified.include?(docket.number) }.each do |docket|
            @uncertified << { docket: docket.number, title: docket.title, sealed: utc(docket.ended_at) }
          end
          documents_of(numbers.keys).each { |document| look_at(document, numbers.fetch(document.docket_id)) }
        end

        def documents_of(docket_ids)
          filled = proc { |fields| fields.exclude(value: nil) }
          found = Store::DocketDocument.where(docket_id: docket_ids).to_sign.exclude(record_id: Store::Content.stubs)
          found.eager(record: %i[record_class case_file], fields: filled).all
        end

        def look_at(document, number)
          place(document.record, number)
          particulars(document, number)
        end

        # The place under a rule follows the newest docket of a record.
        def place(record, number)
          wanted = FilingRules.new(record, docket_number: number).places
          lies = record.case_file.path.map(&:title)
          return if wanted.empty? || wanted == lies || record.case_file.closed_at

          astray(record, number, lies.join(" / "), wanted.join(" / "))
        rescue Core::Refused
          astray(record, number, record.case_file.place, said(:rule_not_filled))
        end

        def astray(record, number, place, rule)
          @astray << { record: record.number, docket: number, place: place, rule: rule }
        end

        def particulars(document, number)
          record = document.record
          items = definition_of(record).fetch("particulars", []).to_h { |item| [item["name"], item] }
          document.fields.each do |field|
            item = items[field.settings["particular"]] or next
            problem, signed = Core::Filing::Particulars.one(item, field.value)
            now = record.particulars[item["name"]]
            disagree(record, number, item["name"], signed, now) unless problem || signed == now
          end
        end

        def disagree(record, number, name, signed, now)
          @disagree << {
            record: record.number,
            docket: number,
            particular: name,
            signed: Core::Filing::Particulars.text(signed),
            now: Core::Filing::Particulars.text(now)
          }
        end

        def definition_of(record)
          (@definitions ||= {})[[record.record_class_id, record.class_version]] ||=
            record.record_class.definition(record.class_version)
        end

        def unsealed
          needing = Store::RecordClass.where(needs_signature: true).select(:id)
          found = @scope.records.where(record_class_id: needing)
            .where(Sequel.lit("docket_state IS DISTINCT FROM 'sealed' AND docket_state IS DISTINCT FROM 'destroyed'"))
            .order(:created_at, :id)
          records, count = most_of(found.eager(:case_file))
          rows = records.map { |record| unsealed_row(record) }
          counted(:unsealed, %i[record title class place captured state], rows, count: count, personal: %i[title])
        end

        def unsealed_row(record)
          {
            record: record.number,
            title: record.title,
            class: classes[record.record_class_id],
            place: record.case_file.code,
            captured: utc(record.created_at),
            state: said(record.docket_state || :none)
          }
        end
      end
    end
  end
end
