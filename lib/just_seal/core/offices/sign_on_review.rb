# frozen_string_literal: true

module JustSeal
  module Core
    module Offices
      # What is wrong with a policy as somebody typed it.
      module SignOnReview
        module_function

        # +policy+: SignOnPolicy; +units+: names of those there are. Returns {"places.0.role" => Symbol or Problem}.
        def call(policy, units:)
          problems = policy.places.each_with_index.flat_map { |place, index| of_place(place, index, units) }.to_h
          twice = policy.places.map(&:group).tally.select { |_, times| times > 1 }.keys
          problems["places"] = Problem.new(:groups_twice, groups: twice.join(", ")) if twice.any?
          problems["places"] = :no_places if policy.makes_accounts && policy.places.empty?
          problems["places"] = Problem.new(:too_many_rows, limit: SignOnPolicy::MAX_PLACES) if
            policy.places.size > SignOnPolicy::MAX_PLACES
          problems
        end

        def of_place(place, index, units)
          {
            "group" => group(place.group.to_s),
            "role" => (:role_unknown unless Rights::STAFF.include?(place.role)),
            "unit" => (:unit_unknown unless units.include?(place.unit))
          }.compact.map { |name, problem| ["places.#{index}.#{name}", problem] }
        end

        def group(name)
          fine = SignOnPolicy::GROUP_CHARACTERS.cover?(name.length) && !name.match?(/[[:cntrl:]]/)
          Problem.new(:group_name_length, limit: SignOnPolicy::GROUP_CHARACTERS.max) unless fine
        end
      end
    end
  end
end
