# frozen_string_literal: true

require "csv"

module JustSeal
  module Queries
    # What a draft circulation would do: whom it asks, what is wrong with its file of people, and what keeps it from
    # being started.
    class CirculationPlan
      # +reason+: Symbol; +facts+; +blocks+: can't it be started so?
      Point = Core::Value.of(:reason, :facts, :blocks)
      MAX_SHOWN = 50

      def initialize(circulation, now:, office: JustSeal.office)
        @circulation = circulation
        @now = now
        @office = office
      end

      # The newest version of +record+ that people can be shown: sealed where it is sealed.
      def self.newest_version(record)
        sealed = record.versions_dataset.where(kind: "sealed").first
        sealed || record.versions_dataset.working.first
      end

      # {what a column of the file can mean => label}
      def meanings
        @meanings ||= {
          **Core::Circulations::PeopleTable::PERSON.to_h { |key| [key, I18n.t(key, scope: "circulations.columns")] },
          **particulars.to_h { |item| ["particulars.#{item["name"]}", item["label"]] },
          **questions.to_h { |item| ["ask.#{item["name"]}", item["label"]] }
        }
      end

      def head = file ? file[:head].to_a : []
      def columns = file ? file[:columns].to_a : []
      def rows = file ? file[:rows].to_a : []

      # [Core::Circulations::Recipient, ...] of the rows without a fault.
      def people = read.first

      # [Core::Circulations::PeopleTable::Fault, ...], in the order of the rows.
      def faults = read.last

      def points
        [*who, *what, *timing].compact
      end

      def ready? = points.none?(&:blocks)

      private

      def file
        return @file if defined?(@file)

        @file = Store.db[:circulation_files].first(circulation_id: @circulation.id)
      end

      # Particulars belong to the records that are made.
      def particulars = @circulation.for_all? ? [] : @circulation.record_class.particulars.to_a

      def definition = @definition ||= @circulation.template&.definition(@circulation.template_version)
      def questions = definition ? definition["questions"] : []

      def read
        @read ||= if Core::Circulations::PeopleTable.missing(columns).any?
          [[], []]
        else
          people, faults = Core::Circulations::PeopleTable.read(rows, columns)
          wrong = people.to_h { |one| [one, particular_faults(one)] }.reject { |_, found| found.empty? }
          [people - wrong.keys, (faults + wrong.values.flatten).sort_by(&:line)]
        end
      end

      # What the class says of the values of a row.
      def particular_faults(person)
        given = person.given.select { |key, _| key.start_with?("particulars.") }
        return [] if given.empty?

        values = @circulation.record ? plain(@circulation.record.particulars.to_h) : {}
        asked = values.merge(given.transform_keys { |key| key.delete_prefix("particulars.") })
        _, problems = RowValues.read(@circulation.record_class, asked)
        problems.values.map do |problem|
          Core::Circulations::PeopleTable::Fault.new(line: person.line, problem: problem)
        end
      end

      def plain(values) = values.transform_values { |value| Core::Filing::Particulars.text(value) }

      def who
        number = @circulation.recipients_dataset.here.count
        [
          (point(:nobody_chosen) if number.zero?),
          (point(:columns_unsaid, columns: missing) if rows.any? && missing.any?),
          (point(:rows_left_out, blocks: false, count: faults.size) if faults.any?)
        ]
      end

      def missing = Core::Circulations::PeopleTable.missing(columns).map { |id| meanings.fetch(id) }

      def what
        signs = @circulation.act == "sign"
        [
          (point(:one_is_not_signed) if signs && @circulation.for_all?),
          (point(:signing_wants_template) if signs && !@circulation.for_all? && !@circulation.template_id),
          (point(:sealed_for_each) if sealed_for_each?),
          (point(:newer_version, blocks: false, number: newer.number) if newer),
          *template_points
        ]
      end

      def sealed_for_each?
        !@circulation.for_all? && @circulation.version && !Store::Version::WORKING.include?(@circulation.version.kind)
      end

      def newer
        return unless @circulation.record

        newest = self.class.newest_version(@circulation.record)
        newest if newest.id != @circulation.version_id
      end

      # A template has one role for whoever is asked, and one document to sign.
      def template_points
        return [] unless definition

        asked = definition["roles"].select { |role| role["source"] == "outside" }
        [
          (point(:template_asks_several) if asked.size != 1),
          (point(:template_without_file) if definition["documents"].any? && @circulation.template.files(
            @circulation.template_version
          ).size < definition["documents"].size)
        ]
      end

      def timing
        today = @office.zone.to_local(@now).to_date
        due = @circulation.due_on
        [
          (point(:due_passed) if due && due <= today),
          (point(:no_deadline) unless due || @circulation.due_days),
          (point(:out_of_force) if @circulation.ends_on && @circulation.ends_on < today)
        ]
      end

      def point(reason, blocks: true, **facts) = Point.new(reason: reason, blocks: blocks, facts: facts)
    end
  end
end
