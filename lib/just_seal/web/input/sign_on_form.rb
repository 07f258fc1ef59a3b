# frozen_string_literal: true

module JustSeal
  module Web
    # The form about signing on: from the browser to a policy.
    module SignOnForm
      TICKS = %i[passwords makes_accounts trusts_addresses].freeze

      module_function

      # Places without a group are blanks that nobody filled in.
      def policy(params)
        given = params["places"].is_a?(Hash) ? params["places"].sort_by { |index, _| index.to_i }.map(&:last) : []
        places = given.grep(Hash).map { |values| place(values) }
        Core::Offices::SignOnPolicy.new(
          **TICKS.to_h { |name| [name, params[name.to_s] == "1"] },
          places: places.reject { |place| place.group.empty? }
        )
      end

      def place(values)
        texts = %w[group role unit].to_h { |name| [name.to_sym, values[name].to_s.scrub("").strip] }
        Core::Offices::SignOnPolicy::Place.new(**texts)
      end
    end
  end
end
