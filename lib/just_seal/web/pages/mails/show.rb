# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Mails
        # All mails that go out, and one of them as it would be.
        class Show < Page
          attr_reader :samples, :chosen, :letter, :language

          # +samples+: {kind => Messages::Mail or StaffMail}; +chosen+: the kind that is shown; +letter+: its
          # Messages::Letter; +sent+: did it go to this person a moment ago?; +language+: the code of its language.
          def initialize(context, samples, chosen:, letter:, language:, sent: false)
            super(context)
            @samples = samples
            @chosen = chosen
            @letter = letter
            @language = language
            @sent = sent
          end

          def place = :rules
          def sent? = @sent
          def sent_words = t(".sent", email: viewer.email)
          def sends? = may?(:keep_office)
          def kind(one) = t(".kinds.#{one}")
          def path(one) = mail_path(one)
          def shown_path(one, code = language) = mail_path(one, language: code)
          def mail = samples.fetch(chosen)
          def from = "#{office.name} <#{office.profile.sender}>"
        end
      end
    end
  end
end
