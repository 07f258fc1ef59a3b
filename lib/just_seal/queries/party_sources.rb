# frozen_string_literal: true

module JustSeal
  module Queries
    # People that a draft's records know of: those that stand in their particulars, and the default parties of their
    # case files and classes.
    module PartySources
      module_function

      # [{name:, from: [:particular or :default, facts], seat:}, ...] without those who are parties already.
      def of(docket)
        here = docket.parties.map { |party| Core::Dockets::Address.normal(party.email) }
        found = docket.documents.flat_map { |document| particulars(document.record) + defaults(document.record) }
        others = found.reject do |source|
          source[:seat][:email].empty? || here.include?(Core::Dockets::Address.normal(source[:seat][:email]))
        end
        others.uniq { |source| source[:seat][:email] }
      end

      def particulars(record)
        items = record.record_class.definition(record.class_version).fetch("particulars", [])
        items.select { |item| item["type"] == "contact" }.filter_map do |item|
          value = record.particulars[item["name"]] or next
          seat = Store::Contact.live.first(id: value["id"])&.seat || typed(value)
          from = [:particular, { label: item["label"], number: record.number }]
          { name: seat[:name], from: from, seat: seat }
        end
      end

      # A seat of what stands in a particular whose contact is no more.
      def typed(value)
        texts = %w[name email organisation].to_h { |key| [key.to_sym, value[key].to_s] }
        { kind: "outside", account_id: nil, job_title: "", **texts }
      end

      def defaults(record)
        from = [:default, { title: record.case_file&.title || record.record_class.title }]
        CaseDefaults.seats(record).map { |seat| { name: seat[:name], from: from, seat: seat.merge(job_title: "") } }
      end
    end
  end
end
