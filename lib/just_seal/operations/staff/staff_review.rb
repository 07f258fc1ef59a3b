# frozen_string_literal: true

module JustSeal
  module Operations
    # What is wrong with a member of staff as somebody typed them.
    module StaffReview
      NAME_CHARACTERS = (1..100)

      module_function

      # +person+: answers name, email and unit, and job_title where one was asked for. Returns {"name" => Symbol or
      # Problem}.
      def call(person, role:)
        title = person.respond_to?(:job_title) ? person.job_title.to_s.strip : ""
        {
          "job_title" => (name(title, :person_name) unless title.empty?),
          "name" => name(person.name, :person_name),
          "email" => (:address_malformed unless Core::Dockets::Address.valid?(person.email.to_s.strip)),
          "unit" => name(person.unit, :unit_name),
          "role" => (:role_unknown unless Core::Rights::STAFF.include?(role))
        }.compact
      end

      def name(text, reason)
        fine = NAME_CHARACTERS.cover?(text.to_s.strip.length) && !text.to_s.match?(/[[:cntrl:]<>]/)
        Core::Problem.new(reason, limit: NAME_CHARACTERS.max) unless fine
      end
    end
  end
end
