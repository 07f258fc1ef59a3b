# frozen_string_literal: true

module JustSeal
  module Messages
    # What a mail to a member of staff says about their own account, or about what acts by itself for them; answers as
    # Mail does. A personal link is made on delivery.
    class StaffMail
      DAILY = :staff_daily
      # About standing instructions: kind => where its link leads, by a fact.
      OF_RUNS = {
        instruction_held: "run",
        instruction_ended: "run",
        instruction_told: "run",
        instruction_limit: "instruction",
        instruction_loop: "instruction"
      }.freeze
      WEBHOOK_OFF = :webhook_off
      # About what came by a way in.
      OF_WAYS = %i[way_in_waits way_in_refused repository_asks].freeze
      KINDS = [:staff_invitation, :staff_sign_on, :password_reset, DAILY, *OF_RUNS.keys, *OF_WAYS, WEBHOOK_OFF].freeze

      attr_reader :locale

      # +kind+: one of KINDS; +facts+: {"name", "office", "by", ...}.
      def initialize(kind, facts, locale: I18n.default_locale)
        @kind = kind
        @facts = facts.transform_keys(&:to_sym)
        @locale = locale
      end

      def subject = say(:subject)
      def lead = say(:lead)

      def lines
        return [*events, *more, say(:change)] if @kind == DAILY

        tells_of_work? ? of_work : [say(:means), say(:not_asked)]
      end

      def action = say(:action)

      # That of a personal link is made on delivery.
      def address
        base = JustSeal.office.settings.address
        return "#{base}/" if @kind == DAILY

        path = { WEBHOOK_OFF => "rules/webhooks", way_in_refused: "rules/ways-in" }[@kind]
        path ||= "records/capture/#{@facts[:intake]}" if @kind == :way_in_waits
        path ||= "records/#{@facts[:record]}" if @kind == :repository_asks
        path ||= acting_path
        path && "#{base}/#{path}"
      end

      # [[label, value], ...]
      def margin
        [[word("margin.account"), @facts[:email]], [word("margin.sender"), @facts[:by]]].select(&:last)
      end

      private

      def acting_path
        place = "rules/instructions/#{@facts[:instruction]}"
        { "run" => "#{place}/runs/#{@facts[:run]}", "instruction" => place }[OF_RUNS[@kind]]
      end

      # Is it about what acts by itself?
      def tells_of_work? = OF_RUNS.key?(@kind) || [WEBHOOK_OFF, *OF_WAYS].include?(@kind)

      # What went wrong, or what the instruction tells, before what to do.
      def of_work
        told = I18n.with_locale(@locale) { Words.kept(@facts[:problem]) }
        [told, @facts[:message], say(:means)].compact.reject(&:empty?)
      end

      def events
        @facts[:events].to_a.map do |one|
          word(
            "staff_daily.events.#{one["event"]}",
            **one.to_h.slice("docket", "title", "who").transform_keys(&:to_sym)
          )
        end
      end

      # Beyond what a mail tells one by one.
      def more = @facts[:more].to_i.positive? ? [word("staff_daily.more", count: @facts[:more].to_i)] : []

      def say(name) = word("#{@kind}.#{name}", **@facts)
      def word(key, **facts) = I18n.t("mails.#{key}", locale: @locale, **facts)
    end
  end
end
