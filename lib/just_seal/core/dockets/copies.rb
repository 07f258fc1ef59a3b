# frozen_string_literal: true

module JustSeal
  module Core
    module Dockets
      # Copies that parties take before all is sealed.
      module Copies
        # After acting, as long as a proof counts at most: the link has served its purpose, and may lie in a mailbox for
        # years.
        AFTER_SECONDS = Assurance::Level::FRESH_MINUTES * 60

        # Days for which a link to sealed copies can be good.
        LINK_DAYS = [7, 30, 90].freeze
        USUAL_LINK_DAYS = 30

        module_function

        # May a party still take a copy of what it has signed? +docket+: answers state and options; +party+: state and
        # acted_at; +at+: Time.
        def after?(docket, party, at:)
          docket.state == "out" && party.state == "done" && docket.options["download"] == true &&
            party.acted_at > at - AFTER_SECONDS
        end
      end
    end
  end
end
