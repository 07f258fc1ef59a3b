# frozen_string_literal: true

module JustSeal
  module Operations
    # What is wrong with a member of staff as somebody typed them.
    module StaffReview
      ROLES = Core::Rights::ROLES - %w[outside]
      NAME_CHARACTERS = (1..100)

      module_function

      # +person+: answers name, email and unit. Returns {"name" => Symbol or Problem}.
      def call(person, role:)
        {
          "name" => name(person.name, :person_name),
          "email" => (:address_malformed unless Core::Dockets::Address.valid?(person.email.to_s.strip)),
          "unit" => name(person.unit, :unit_name),
          "role" => (:role_unknown unless ROLES.include?(role))
        }.compact
      end

      def name(text, reason)
        fine = NAME_CHARACTERS.cover?(text.to_s.strip.length) && !text.to_s.match?(/[[:cntrl:]<>]/)
        Core::Problem.new(reason, limit: NAME_CHARACTERS.max) unless fine
      end
    end
  end
end
