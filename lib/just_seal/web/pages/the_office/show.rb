# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module TheOffice
        # What the office says of itself: in numbers, seals and mails.
        class Show < Page
          attr_reader :profile, :seen

          # +profile+: Core::Offices::Profile as kept or typed; +seen+: mark of the kept one.
          def initialize(context, profile, seen:, problems: {})
            super(context)
            @profile = profile
            @seen = seen
            @problems = problems
          end

          def place = :rules
          def logo_form = "#{the_office_path}/logo"
          def logo_away = "#{logo_form}/away"
          def logo_path = office.profile.logo&.then { |sha256| "/look/#{sha256}.png" }
          def keeps? = may?(:keep_office)
          def zones = Queries::Choices.zones.map { |name| [name, name] }
          def facts = %i[name number_prefix zone sender accent].map { |name| [t(".#{name}"), profile[name]] }
        end
      end
    end
  end
end
