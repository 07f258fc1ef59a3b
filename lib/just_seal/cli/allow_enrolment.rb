# frozen_string_literal: true

module JustSeal
  module Cli
    # `bin/justseal allow-enrolment EMAIL REASON`: for the first administrator, whom no other one can let enrol.
    module AllowEnrolment
      module_function

      def call(arguments)
        email, *words = arguments
        return Cli.wrong_use if words.empty?

        Cli.connect
        account = Queries::Lookup.account_at(email) or raise Error.new(:no_account_at, email: email)
        Operations::SecondSteps.new.allow(Cli.actor, account_id: account.id, reason: words.join(" "))
        minutes = Operations::SecondSteps::ENROL_SECONDS / 60
        puts Cli.say("allow_enrolment.allowed", name: account.name, minutes: minutes)
        0
      end
    end
  end
end
