# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Retention
        # A new version of how long the records of a class are kept, and what it would do to those that are held.
        class Edit < Page
          include RetentionWords

          attr_reader :row, :typed, :effect, :figures

          # +typed+: of ScheduleForm; +effect+, +figures+: of Queries::RetentionEffect, once that was asked for.
          def initialize(context, row, typed:, effect: nil, figures: nil, problems: {})
            super(context)
            @row = row
            @typed = typed
            @effect = effect
            @figures = figures
            @problems = problems
          end

          def place = :rules
          def title = t(".title", title: row.title)
          def path = "#{retention_schedule_path(row)}/new"
          def actions = Core::Retention::Schedule::ACTIONS.map { |one| [one, t(".actions.#{one}")] }
          def units = Core::Retention::Schedule::UNITS.map { |one| [one, t(".units.#{one}")] }

          # What a period may begin with: events, and every date among the particulars.
          def starts
            events = (Core::Retention::Schedule::STARTS - %w[date]).map { |one| [one, t(".starts.#{one}")] }
            events + dates.map { |item| ["date:#{item["name"]}", t(".starts.date", label: item["label"])] }
          end

          def start_problem = problems["start"] || problems["particular"]
          def more_path = nil

          private

          def dates = row.particulars.to_a.select { |item| item["type"] == "date" }
        end
      end
    end
  end
end
