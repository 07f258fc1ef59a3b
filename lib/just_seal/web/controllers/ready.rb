# frozen_string_literal: true

module JustSeal
  module Web
    # Says whether this process can do all that an office does: for whatever sends requests to it.
    class Ready < Base
      get "" do
        content_type :text
        lines = missing
        next "ready\n" if lines.empty?

        halt 503, lines.map { |line| "#{line}\n" }.join
      end

      private

      def missing
        return [I18n.t("problem.health.database")] unless Queries::Database.answers?
        return [Words.problem(:not_set_up)] unless office.set_up

        Ports::SigningKeys::NAMES.keys.reject { |name| office.keys.find(name) }
          .map { |name| Words.problem(Core::Problem.new(:no_signing_key, name: name)) }
      end
    end
  end
end
