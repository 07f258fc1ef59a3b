# frozen_string_literal: true

module JustSeal
  module Messages
    # What a mail to a member of staff about their own account says; answers as Mail does. Its link is made on delivery.
    class StaffMail
      KINDS = %i[staff_invitation staff_sign_on password_reset].freeze

      attr_reader :locale

      # +kind+: one of KINDS; +facts+: {"name", "office", "by", ...}.
      def initialize(kind, facts, locale: I18n.default_locale)
        @kind = kind
        @facts = facts.transform_keys(&:to_sym)
        @locale = locale
      end

      def subject = say(:subject)
      def lead = say(:lead)
      def lines = [say(:means), say(:not_asked)]
      def action = say(:action)
      def address = nil

      # [[label, value], ...]
      def margin
        [[word("margin.account"), @facts[:email]], [word("margin.sender"), @facts[:by]]].select(&:last)
      end

      private

      def say(name) = word("#{@kind}.#{name}", **@facts)
      def word(key, **facts) = I18n.t("mails.#{key}", locale: @locale, **facts)
    end
  end
end
