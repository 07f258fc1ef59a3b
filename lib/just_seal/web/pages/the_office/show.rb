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

          # Where none was chosen, the one that is spoken instead.
          def language = profile.language.to_s.empty? ? Words::Languages.spoken.to_s : profile.language

          def facts
            names = %i[name number_prefix zone sender accent]
            [*names.map { |name| [t(".#{name}"), profile[name]] }, [t(".language"), language_name(profile.language)]]
          end
        end
      end
    end
  end
end
