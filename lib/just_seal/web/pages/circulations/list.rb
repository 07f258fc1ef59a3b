# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Circulations
        # Circulations, newest first.
        class List < Page
          STATES = Core::Circulations::States::MOVES.keys.freeze

          attr_reader :found, :state, :templates

          # +found+: Queries::Page of Queries::CirculationList::Row; +templates+: [[code, title], ...] from which one
          # can begin; +cases+: Store::CaseFile rows in which its records can be kept.
          def initialize(context, found, state:, templates: [], cases: [])
            super(context)
            @found = found
            @state = state
            @templates = templates
            @cases = cases
          end

          def begins? = templates.any? && @cases.any?
          def case_options = @cases.map { |row| [row.code, "#{row.code} #{row.title}"] }

          def place = :dockets
          def states = STATES.map { |key| [key, t("circulation_states.#{key}"), circulations_path(state: key)] }
          def older_path = circulations_path(state: state, after: found.next_key)
          def state_words(row) = t("circulation_states.#{row.circulation.state}")
          def done(row) = row.counts.fetch("done", 0)
          def people(row) = row.counts.except("left").values.sum
          def done_words(row) = t(".done", done: number(done(row)), people: counted("person", people(row)))
          def mode_words(row) = t("circulation_modes.#{row.circulation.mode}")
        end
      end
    end
  end
end
