# frozen_string_literal: true

module JustSeal
  module Queries
    # People that a draft's records know of: those that stand in their particulars, and the default parties of their
    # case files and classes.
    module PartySources
      module_function

      # [{name:, from:, seat:}, ...] without those who are parties already.
      def of(docket)
        here = docket.parties.map { |party| Core::Dockets::Address.normal(party.email) }
        found = docket.documents.flat_map { |document| particulars(document.record) + defaults(document.record) }
        found.reject do |source|
          source[:seat][:email].empty? || here.include?(Core::Dockets::Address.normal(source[:seat][:email]))
        end.uniq do |source|
          source[:seat][:email]
        end
      end

      def particulars(record)
        items = record.record_class.definition(record.class_version).fetch("particulars", []).select do |item|
          item["type"] == "contact"
        end
        items.filter_map do |item|
          value = record.particulars[item["name"]] or next
          contact = Store::Contact.live.first(id: value["id"])
          seat = contact&.seat || {
            kind: "outside",
            account_id: nil,
            name: value["name"].to_s,
            email: value["email"].to_s,
            organisation: value["organisation"].to_s,
            job_title: ""
          }
          { name: seat[:name], from: "#{item["label"]} of #{record.number}", seat: seat }
        end
      end

      def defaults(record)
        CaseDefaults.seats(record).map do |seat|
          {
            name: seat[:name],
            from: "default party of #{record.case_file&.title || record.record_class.title}",
            seat: seat.merge(job_title: "")
          }
        end
      end
    end
  end
end
