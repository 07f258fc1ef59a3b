# frozen_string_literal: true

module JustSeal
  module Queries
    # What the form of a circulation offers to choose from, and how many people were chosen.
    class CirculationChoices
      MAX_SHOWN = 12

      # What +given+ ({"record" | "template" | "case_file" => code}) names: {record:} or {template:, case_file:}. Raises
      # Errors::Missing.
      def self.what(account, sight, given)
        record = sight.records.first(number: given["record"].to_s)
        return { record: record } if record

        template = Store::DocketTemplate.seen_by(account).first(code: given["template"].to_s)
        raise Errors::Missing.new(:no_record, number: given["record"].to_s) unless template

        case_file = sight.case_files(Store::CaseFile.live).first(code: given["case_file"].to_s)
        { template: template, case_file: case_file }
      end

      # Docket templates of which a record can be made for each of many: [[code, title], ...]
      def self.templates(account)
        found = Store::DocketTemplate.seen_by(account).order(:code).all.select(&:used?)
        found.select { |one| asks_one?(one.definition(one.current)) }.map { |one| [one.code, one.title] }
      end

      def self.asks_one?(definition) = definition["roles"].one? { |role| role["source"] == "outside" }
      private_class_method :asks_one?

      def initialize(account, circulation)
        @account = account
        @circulation = circulation
      end

      # UnitTree::Row, ...
      def units = @units ||= UnitTree.new.rows
      def groups = @groups ||= Choices.groups
      def finds = @finds ||= Store::SavedFind.where(account_id: @circulation.owner_id).order(:title).all
      def count = @count ||= @circulation.recipients_dataset.here.count

      # The first of those who will be asked.
      def people = @people ||= @circulation.recipients_dataset.here.order(:id).limit(MAX_SHOWN).all
      def more = [count - people.size, 0].max

      # The floor that the rules set anyway, for each kind of people: {"staff" => level, "outside" => level}
      def floors = @floors ||= Floors.new(@circulation).call

      # See #floors.
      class Floors
        def initialize(circulation)
          @circulation = circulation
        end

        def call
          rulebook = Store::Rulebook.in_force(JustSeal.office.now)
          %w[staff outside].to_h { |kind| [kind, rulebook ? floor(rulebook, kind) : 0] }
        end

        private

        def floor(rulebook, kind)
          rulebook.rules.demand(
            class_code: @circulation.record_class.code,
            act: @circulation.act,
            kind: kind,
            particulars: @circulation.record ? DocketFilling.particulars(@circulation.record) : {}
          ).floor
        end
      end
    end
  end
end
