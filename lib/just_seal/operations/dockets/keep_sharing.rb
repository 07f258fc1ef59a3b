# frozen_string_literal: true

module JustSeal
  module Operations
    # Says who may use a docket template, and who may change it. That is its owner's to say, and an administrator's.
    class KeepSharing < Operation
      # +sharing+: {units: names, people: ids of accounts} who may use it, none of both for all, and {editor_units:,
      # editors:} who may change it. Returns the Store::DocketTemplate.
      def call(actor, code:, sharing:)
        allow!(actor, :prepare)
        transaction do
          row = TemplateLock.call(actor, code, own: true)
          before = told(row)
          self.class.write(row, sharing)
          facts = { "code" => code, "before" => before, "after" => told(row) }
          record_event_on(SaveDocketTemplate::CHAIN, "docket_template.shared", actor, facts)
          row
        end
      end

      # What is no unit and no account is left out.
      def self.write(row, sharing)
        units = Queries::Choices.units
        people = Queries::Choices.staff.map(&:id)
        row.update(
          units: Sequel.pg_array(sharing[:units].to_a & units, :text),
          people: Sequel.pg_array(sharing[:people].to_a & people, :bigint),
          editor_units: Sequel.pg_array(sharing[:editor_units].to_a & units, :text),
          editors: Sequel.pg_array(sharing[:editors].to_a & people, :bigint)
        )
      end

      private

      def told(row)
        names = Store::Account.where(id: row.people.to_a + row.editors.to_a).select_hash(:id, :name)
        {
          "use" => [*row.units.to_a, *row.people.to_a.map { |id| names[id] }],
          "change" => [*row.editor_units.to_a, *row.editors.to_a.map { |id| names[id] }]
        }
      end
    end
  end
end
