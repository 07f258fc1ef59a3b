# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Setup
        # Where an office begins.
        class Show < OutsidePage
          USUAL_ZONE = "UTC"

          attr_reader :form

          # +form+: SetupForm.
          def initialize(context, form:, problems: {})
            super(context)
            @form = form
            @problems = problems
          end

          def zones = Queries::Choices.zones.map { |name| [name, name] }
          def language = form["language"].empty? ? I18n.locale : form["language"]
          def zone = form["zone"].empty? ? USUAL_ZONE : form["zone"]
          def unit = form["unit"].empty? ? t(".usual_unit") : form["unit"]
          def address = office.settings.address
        end
      end
    end
  end
end
