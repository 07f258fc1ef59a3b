# frozen_string_literal: true

module JustSeal
  module Queries
    module Questions
      # What ought to be there and is not.
      class MissingPieces < Question
        called "Missing pieces",
          "What was sealed without certificate, filed outside its rule, disagrees with what was signed, or never got " \
          "a seal?"

        private

        def definition
          [
            "Without certificate: a sealed docket of which no seal certificate is filed. Outside its rule: " \
            "the record lies in another case file than the filing rule of its class names, by the record’s " \
            "particulars at the answer.",
            "Disagrees: a particular of the record is not what a party wrote into its field. Never sealed: " \
            "the class needs signature, and no docket of the record was sealed."
          ]
        end

        def work
          @uncertified = []
          @astray = []
          @disagree = []
          each_docket(@scope.dockets.where(state: "sealed")) { |rows| batch(rows) }
          counted(
            "certificate",
            "Sealed without a certificate",
            { docket: %w[Docket Number], title: ["Title", "Of the docket", :personal], sealed: %w[Sealed UTC] },
            @uncertified
          )
          counted(
            "place",
            "Filed outside its rule",
            {
              record: %w[Record Number],
              docket: %w[Docket Number],
              place: ["Lies in", "Case file"],
              rule: ["Rule names", "Case file, from the top"]
            },
            @astray
          )
          counted(
            "particulars",
            "Particulars that disagree with what was signed",
            {
              record: %w[Record Number],
              docket: %w[Docket Number],
              particular: ["Particular", "Its name"],
              signed: ["Signed", "What the party wrote", :personal],
              now: ["Now", "What the record says", :personal]
            },
            @disagree
          )
          unsealed
        end

        def batch(rows)
          certified = Store::Version.where(
            docket_number: rows.map(&:number),
            kind: "certificate"
          ).select_map(:docket_number)
          rows.each do |docket|
            @uncertified << [docket.number, docket.title, utc(docket.ended_at)] unless certified.include?(docket.number)
          end
          papers = Store::DocketDocument.where(docket_id: rows.map(&:id)).to_sign.eager(
            record: %i[record_class case_file],
            fields: proc { |fields|
              fields.exclude(value: nil)
            }
          ).all
          numbers = rows.to_h { |docket| [docket.id, docket.number] }
          papers.each do |paper|
            place(paper, numbers.fetch(paper.docket_id)) && particulars(paper, numbers.fetch(paper.docket_id))
          end
        end

        # The place under a rule follows the newest docket of a record.
        def place(paper, number)
          record = paper.record
          wanted = FilingRules.new(record, docket_number: number).places
          lies = record.case_file.path.map(&:title)
          if wanted.any? && wanted != lies && !record.case_file.closed_at
            @astray << [
              record.number,
              number,
              lies.join(" / "),
              wanted.join(" / ")
            ]
          end
          true
        rescue Core::Refused
          @astray << [record.number, number, record.case_file.place, "the rule can’t be filled in"]
        end

        def particulars(paper, number)
          items = definition_of(paper.record).fetch("particulars", []).to_h { |item| [item["name"], item] }
          paper.fields.each do |field|
            item = items[field.settings["particular"]] or next
            problem, kept = Core::Filing::Particulars.one(item, field.value)
            kept_now = paper.record.particulars[item["name"]]
            next if problem || kept == kept_now

            @disagree << [
              paper.record.number,
              number,
              item["name"],
              Core::Filing::Particulars.text(kept),
              Core::Filing::Particulars.text(kept_now)
            ]
          end
        end

        def definition_of(record)
          (@definitions ||= {})[[
            record.record_class_id,
            record.class_version
          ]] ||= record.record_class.definition(record.class_version)
        end

        def unsealed
          rows = @scope.records.where(
            record_class_id: Store::RecordClass.where(needs_signature: true).select(:id)
          ).where(
            Sequel.lit("docket_state IS DISTINCT FROM 'sealed'")
          ).order(
            :created_at, :id
          ).limit(MOST_ROWS + 1).eager(:case_file).all
          counted(
            "unsealed",
            "Need a signature, and have no seal",
            {
              record: %w[Record Number],
              title: ["Title", "Of the record", :personal],
              class: ["Class", "Record class"],
              place: ["Case file", "Code"],
              captured: %w[Captured UTC],
              state: ["Newest docket", "Its state, or none"]
            },
            rows.map do |row|
              [
                row.number,
                row.title,
                classes[row.record_class_id],
                row.case_file.code,
                utc(row.created_at),
                row.docket_state || "none"
              ]
            end
          )
        end
      end
    end
  end
end
