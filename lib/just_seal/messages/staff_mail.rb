# frozen_string_literal: true

module JustSeal
  module Messages
    # What a mail to a member of staff about their own account says; answers as Mail does. Its link is made on delivery.
    class StaffMail
      DAILY = :staff_daily
      KINDS = [:staff_invitation, :staff_sign_on, :password_reset, DAILY].freeze

      attr_reader :locale

      # +kind+: one of KINDS; +facts+: {"name", "office", "by", ...}.
      def initialize(kind, facts, locale: I18n.default_locale)
        @kind = kind
        @facts = facts.transform_keys(&:to_sym)
        @locale = locale
      end

      def subject = say(:subject)
      def lead = say(:lead)
      def lines = @kind == DAILY ? [*events, say(:change)] : [say(:means), say(:not_asked)]
      def action = say(:action)

      # That of a personal link is made on delivery.
      def address = @kind == DAILY ? "#{JustSeal.office.settings.address}/" : nil

      # [[label, value], ...]
      def margin
        [[word("margin.account"), @facts[:email]], [word("margin.sender"), @facts[:by]]].select(&:last)
      end

      private

      def events
        @facts[:events].to_a.map do |one|
          word(
            "staff_daily.events.#{one["event"]}",
**one.to_h.slice("docket", "title", "who").transform_keys(&:to_sym)
          )
        end
      end

      def say(name) = word("#{@kind}.#{name}", **@facts)
      def word(key, **facts) = I18n.t("mails.#{key}", locale: @locale, **facts)
    end
  end
end
