# frozen_string_literal: true

module JustSeal
  module Queries
    # The records that terms of a hold are about, by what is so at this moment.
    class HeldRecords
      ID = Sequel[:records][:id]
      # Finds see everything: a hold is not narrower than its words because of who placed it.
      EVERYBODY = Core::Actor.new(kind: "staff", id: 0, role: "administrator")

      # +terms+: Store::HoldTerm, ...
      def initialize(terms, zone:)
        @terms = terms.group_by(&:kind)
        @zone = zone
      end

      # Store::Record, ... as a dataset; neither samples nor stubs are
      # held.
      def dataset
        conditions = @terms.map { |kind, terms| public_send(:"by_#{kind}", terms) }
        Store::Record.where(sample: nil).there.where(conditions.empty? ? Sequel.lit("false") : Sequel.|(*conditions))
      end

      def by_record(terms) = { Sequel[:records][:number] => terms.map(&:value) }

      # With all beneath them.
      def by_case_file(terms)
        ids = Store::CaseFile.where(code: terms.map(&:value)).select_map(:id)
        { Sequel[:records][:case_file_id] => Store::CaseFile.beneath(ids) }
      end

      def by_class(terms)
        ids = Store::RecordClass.where(code: terms.map(&:value)).select_map(:id)
        { Sequel[:records][:record_class_id] => Store::RecordClass.beneath(ids) }
      end

      # Whoever is a party of a docket, or is named in a particular.
      def by_person(terms)
        said = terms.map { |term| term.value.downcase }
        Sequel.|(within([of_parties(said)]), named(said))
      end

      def by_find(terms)
        sight = VisibleScope.new(EVERYBODY)
        found = terms.map do |term|
          filters = RecordFilters.new(term.facts.to_h, sight: sight, zone: @zone)
          RecordList.new(filters, sight: sight).dataset.unordered.select(ID)
        end
        within(found)
      end

      def by_inquiry(terms)
        found = terms.flat_map do |term|
          scope = InquiryScope.new(term.facts.to_h, zone: @zone)
          [scope.visible_records, (scope.records.select(ID) if scope.parties.empty?)].compact
        end
        within(found)
      end

      private

      # Past Sequel, which takes a dataset of records for an association.
      def within(found) = Sequel.|(*found.map { |one| Sequel.lit("? IN ?", ID, one) })

      def of_parties(said)
        members = Store::PartyMember.where(Sequel.function(:lower, :email) => said).select(:party_id)
        named = %i[email name].map { |column| { Sequel.function(:lower, column) => said } }
        dockets = Store::Party.where(Sequel.|(*named, { id: members })).select(:docket_id)
        Store::DocketDocument.where(docket_id: dockets).select(:record_id)
      end

      # Is one of +said+ in a particular, as a text or as somebody of the contacts? Asked of each record by itself, so
      # that a look at one record reads no others.
      def named(said)
        texts = ["one.value #>> '{}'", "one.value->>'name'", "one.value->>'email'"].map { |text| "lower(#{text}) IN ?" }
        inside = "EXISTS (SELECT 1 FROM jsonb_each(records.particulars) AS one WHERE #{texts.join(" OR ")})"
        Sequel.lit(inside, *([said] * texts.size))
      end
    end
  end
end
