# frozen_string_literal: true

module JustSeal
  module Queries
    # What one member of staff may see and change, by the limits of the case files. One for each request: it looks the
    # limits up once.
    class VisibleScope
      # The column that says that a row is one to try everything on.
      SAMPLE = { records: Sequel[:records][:sample], dockets: Sequel[:dockets][:sample] }.freeze

      # +person+: answers role, unit and id (Store::Account or Core::Actor).
      def initialize(person)
        @person = person
      end

      def case_files(dataset = Store::CaseFile.dataset)
        if inquiry
          return dataset.where(
            Sequel[:case_files][:id] => Store::Record.where(id: inquiry.visible_records).select(:case_file_id)
          )
        end

        hidden.empty? ? dataset : dataset.exclude(Sequel[:case_files][:id] => hidden)
      end

      def records(dataset = Store::Record.dataset)
        return dataset.where(Sequel[:records][:id] => inquiry.visible_records) if inquiry

        found = dataset.where(Sequel.|({ SAMPLE[:records] => nil }, { Sequel[:records][:created_by] => @person.id }))
        hidden.empty? ? found : found.exclude(Sequel[:records][:case_file_id] => hidden)
      end

      # The same without samples, which are never counted.
      def counted_records = records.where(SAMPLE[:records] => nil)
      def counted_dockets = dockets.where(SAMPLE[:dockets] => nil)

      attr_reader :person

      # Dockets of records that this person may see, and those that it sent or has to act on. How others did in a
      # circulation is for those who see the circulation.
      def dockets(dataset = Store::Docket.dataset)
        id = Sequel[:dockets][:id]
        return dataset.where(id => inquiry.dockets.select(id)) if inquiry

        own = Store::Party.where(account_id: @person.id).select(:docket_id)
        mine = Sequel.|({ owner_id: @person.id }, { id => own })
        found = dataset.where(Sequel.|({ SAMPLE[:dockets] => nil }, mine))
        found = found.where(Sequel.|(mine, circulated)) unless CirculationList::SEEING.include?(@person.role)
        hidden.empty? ? found : found.where(Sequel.~(id => closed) | mine)
      end

      # +record+: Store::Record. A sample is there for whoever took it.
      def record?(record)
        return records.where(Sequel[:records][:id] => record.id).any? if inquiry

        see?(record.case_file) && (record.sample.nil? || record.created_by == @person.id)
      end

      # +case_file+: Store::CaseFile.
      def see?(case_file)
        inquiry ? case_files.where(Sequel[:case_files][:id] => case_file.id).any? : !hidden.include?(case_file.id)
      end

      def change?(case_file) = !inquiry && !fixed.include?(case_file.id)

      # Does this person see every record but samples of others?
      def unlimited? = inquiry.nil? && hidden.empty?

      # Ids of the case files that one of the staff may not see.
      def hidden = @hidden ||= closed_for("see")

      private

      # Ids of dockets with records that this person may not see.
      def closed
        records = Store::Record.where(case_file_id: hidden).select(:id)
        Store::DocketDocument.where(record_id: records).select(:docket_id)
      end

      # Of no circulation, or of one that is shared with this person.
      def circulated
        column = Sequel[:dockets][:circulation_id]
        shared = Store.db[:circulation_shares].where(account_id: @person.id).select(:circulation_id)
        Sequel.|({ column => nil }, { column => shared })
      end

      # The InquiryScope of an auditor from outside, who sees that and nothing else; nil for everybody else.
      def inquiry
        return unless @person.role == "outside"

        @inquiry ||= InquiryScope.new(
          Store::Inquiry[Store::Account.where(id: @person.id).get(:inquiry_id)].asked,
          zone: JustSeal.office.zone
        )
      end

      # Whoever is of a unit is of those above it.
      def units = @units ||= [@person.unit, *Store::Unit.upwards(@person.unit)].uniq

      def fixed = @fixed ||= closed_for("change")

      def closed_for(act)
        return [] if Core::Access.unlimited?(@person.role, act)

        limited = Store::CaseFile.where(Sequel.lit("access <> '{}'")).select_map(%i[id access])
        Store::CaseFile.beneath(
          limited.reject do |_, limits|
            Core::Access.passes?(limits, act, role: @person.role, units: units)
          end.map(&:first)
        )
      end
    end
  end
end
