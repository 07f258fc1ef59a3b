# frozen_string_literal: true

module JustSeal
  module Operations
    # Saves what a draft circulation asks, of whom and by when. What is incomplete is kept all the same: its plan says
    # what is missing.
    class EditCirculation < Operation
      LIMITS = { title: 300, message: 4000, declaration: 200, attachment: 100 }.freeze
      KEPT = %i[
        title
        mode
        act
        message
        declaration
        attachment
        least_level
        starts_on
        ends_on
        due_on
        due_days
        remind_after_days
        remind_every_days
        remind_before_days
        asks_joiners
        withdraws_leavers
      ].freeze

      # +edits+: the number of edits that the editor started from; +choice+: see Queries::CirculationPeople; +given+:
      # values of KEPT. Returns the circulation. Raises Errors::Invalid by key, Errors::Conflict when somebody else
      # saved meanwhile or it was started.
      def call(actor, number:, edits:, choice:, **given)
        given = plain(given.slice(*KEPT))
        problems = problems(given)
        raise Errors::Invalid, problems if problems.any?

        transaction do
          circulation = CirculationLock.new.draft(actor, number, edits)
          people = people(actor, circulation, choice)
          raise_unknown(people)
          keep(circulation, choice, given)
          RecipientKeeper.call(circulation, people.all, source: "chosen")
          circulation
        end
      end

      private

      def plain(given)
        title = Core::Filing::SafeName.line(given[:title])
        { **given, title: title, declaration: blank(given[:declaration]), attachment: blank(given[:attachment]) }
      end

      def keep(circulation, choice, given)
        circulation.update(
          edits: circulation.edits + 1,
          choice: Sequel.pg_jsonb(choice.slice(*Queries::CirculationPeople::KEYS)),
          **for_mode(circulation, given)
        )
      end

      def blank(text) = Core::Filing::SafeName.line(text.to_s).then { |line| line.empty? ? nil : line }

      def people(actor, circulation, choice)
        sight = Queries::VisibleScope.new(actor)
        Queries::CirculationPeople.new(choice, sight: sight, owner_id: circulation.owner_id)
      end

      def raise_unknown(people)
        return if people.unknown.empty?

        raise Errors::Invalid, { "lines" => Core::Problem.new(:members_unknown, names: people.unknown) }
      end

      # A template makes a record for each.
      def for_mode(circulation, given) = circulation.template_id ? given.merge(mode: "each") : given

      def problems(given)
        long = LIMITS.select { |key, limit| given[key].to_s.length > limit }
        found = long.to_h { |key, limit| [key.to_s, Core::Problem.new(:too_long, limit: limit)] }
        found["title"] ||= :title_missing if given[:title].empty?
        found["ends_on"] = :ends_before_it_starts if backwards?(given)
        found["due_on"] = :one_of_day_and_days if given[:due_on] && given[:due_days]
        found.compact
      end

      def backwards?(given) = given[:starts_on] && given[:ends_on] && given[:ends_on] < given[:starts_on]
    end
  end
end
