# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Welcome
        # Where somebody chooses the password of an account, by a link.
        class Show < OutsidePage
          # +link+: Store::AccountLink; +token+: of its address.
          def initialize(context, link, token:, problems: {})
            super(context)
            @link = link
            @token = token
            @problems = problems
          end

          def account = @link.account
          def title = t(".title.#{@link.purpose}")
          def lead = t(".lead.#{@link.purpose}", office: office.name, name: account.name)
          def role = t("roles.#{account.role}")
          def path = welcome_path(@token)
          def until = time_tag(@link.ends_at, :short)
          def layout = LAYOUT
        end
      end
    end
  end
end
