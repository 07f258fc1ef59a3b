# frozen_string_literal: true

module JustSeal
  module Queries
    # Whom a step that signs would ask for a record, and what would keep it from being prepared.
    class SigningPlan
      def initialize(step, record, person, values)
        @step = step
        @record = record
        @person = person
        @values = values
      end

      # Names in the order of their turns.
      def who
        return [] unless template

        definition["roles"].sort_by { |role| role["turn"] }.map { |role| named(role).to_s }.reject(&:empty?)
      end

      # Problem or Symbol; nil where it could be prepared.
      def problem
        return :instruction_template unless template
        return in_docket if !@step["makes"] && @record.docket_state && open_docket

        nobody || unsaid
      end

      private

      def nobody
        missing = definition["roles"].find { |role| named(role).to_s.empty? }
        Core::Problem.new(:instruction_nobody, role: role_of(missing)) if missing
      end

      # What the template wants to know of somebody and the step does not say.
      def unsaid
        definition["roles"].each do |role|
          key = role["ask"].to_a.find { |one| said(role, one).empty? } or next
          return Core::Problem.new(:missing_value, label: Core::Problem.new(:"label_of_#{key}"))
        end
        nil
      end

      def template
        return @template if defined?(@template)

        found = Store::DocketTemplate.seen_by(Store::Account[@person.id]).first(code: @step["template"])
        @template = (found if found&.used?)
      end

      def definition = @definition ||= template.definition
      def role_of(role) = role["title"].to_s.empty? ? role["letter"] : role["title"]
      def open_docket = OpenDocket.of(@record)
      def in_docket = Core::Problem.new(:in_docket_already, number: @record.number, docket: open_docket)

      def named(role)
        case role["source"]
        when "particular" then @record.particulars[role["ref"]].then { |one| one.is_a?(Hash) ? one["name"] : nil }
        when "staff" then Store::Account.live.where(email: role["ref"]).get(:name)
        when "sender" then @person.name
        when "group" then role["ref"]
        else typed(role)
        end
      end

      def typed(role) = said(role, "name")

      def said(role, key)
        Core::Instructions::Marks.fill(@step["people"].to_h.dig(role["letter"], key).to_s, @values)
      end
    end
  end
end
