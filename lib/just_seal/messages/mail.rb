# frozen_string_literal: true

require "time"

module JustSeal
  module Messages
    # What a mail says: its words are made of the facts that the outbox keeps, when it is delivered or looked at.
    class Mail
      # kind of mail => its sentences, in order: keys of mails.KIND, or one of those that #line knows.
      LINES = {
        invitation: %i[haste own_words any_one open_until link],
        reminder: %i[haste own_words until_lapses link],
        opened: [],
        lapsing: %i[waits],
        passed_on: %i[means],
        mail_code: %i[code good_for],
        text_code: [],
        locked: %i[ask_them],
        relieved: %i[means],
        second_visit: %i[client means],
        bounced: %i[reason_told means],
        text_refused: %i[reason_told means],
        on_paper: %i[means],
        deadline_changed: %i[before],
        sealed: %i[everybody_done copies],
        copies: %i[why_copies link_lasts],
        ended: %i[reason links]
      }.freeze
      # Where their link leads, where it is not the personal one.
      DOCKET_PAGE = %i[opened lapsing passed_on locked bounced text_refused on_paper].freeze
      WITHOUT_LINK = %i[mail_code text_code relieved deadline_changed second_visit].freeze
      # Facts that stand in sentences as they are.
      NAMED = %w[docket title office sender name group haste who from to address client mailbox said elsewhere].freeze
      # Lines that are what a person wrote, by the fact that holds it.
      TOLD = { reason: "ended_because", why_copies: "reason" }.freeze
      # Lines that stand there where a fact does.
      WHERE_SAID = { any_one: "group", haste: "haste" }.freeze
      # Lines that read otherwise where a fact holds.
      CHANGED = { link: ["may_pass_on", :link_to_pass_on], link_lasts: ["password", :link_lasts_closed] }.freeze
      # Those whose words depend on what is asked.
      BY_ACT = %i[invitation reminder].freeze

      # +kind+: key of LINES; +facts+: as Facts gives them; +office+: JustSeal::Office; +code+: the one-time code, open.
      def initialize(kind, facts, office:, locale: I18n.default_locale, code: nil)
        @kind = kind
        @facts = facts
        @office = office
        @locale = locale
        @code = code
      end

      attr_reader :locale

      def subject
        own = @facts["subject"].to_s
        return filled(own) if @kind == :invitation && !own.empty?

        plain = say(variant(:subject))
        BY_ACT.include?(@kind) && @facts["haste"] ? word(:urgent_subject, subject: plain) : plain
      end

      def lead = say(variant(:lead))
      def lines = LINES.fetch(@kind).flat_map { |name| line(name) }.compact.reject(&:empty?)

      # [[label, value], ...]
      def margin
        %i[docket sender deadline].map { |name| [word("margin.#{name}"), words.fetch(name)] }
      end

      # The words of its link; nil where it has none.
      def action
        return if WITHOUT_LINK.include?(@kind) || (@kind == :ended && !staff?)
        return say(sealed_action) if @kind == :sealed

        say(BY_ACT.include?(@kind) ? :"action_#{act}" : :action)
      end

      # Where it leads; nil for the personal link, which is made on delivery.
      def address
        return url("/dockets/#{@facts["docket"]}") if DOCKET_PAGE.include?(@kind) || (@kind == :ended && staff?)

        url(staff? ? "/records/#{@facts["record"]}" : "/check") if @kind == :sealed && !linked?
      end

      # A code with what it is for, as a text message.
      def text = "#{@code} #{lead}"

      # What the sender wants to be said in a text message that invites; "" where nothing is.
      def own_text = filled(@facts["text_words"].to_s)

      # The short words for +kind+; +varies+: :act or :state where they differ by it.
      def said_shortly(kind, varies)
        ending = { act: act, state: @facts["state"] }[varies]
        word("texts.#{[kind, ending].compact.join("_")}", **words)
      end

      private

      # Are the copies fetched, because they are too large?
      def linked? = !staff? && @facts["copies"].to_a.any?

      def sealed_action
        return :fetch_copies if linked?

        staff? ? :open_record : :check_copy
      end

      def staff? = @facts["reader"] == "staff"
      def act = %w[approve acknowledge].include?(@facts["act"]) ? @facts["act"] : "sign"

      def line(name)
        case name
        when :own_words then [@facts["message"], @facts["note"]].map { |text| filled(text.to_s.strip) }
        when *WHERE_SAID.keys then @facts[WHERE_SAID.fetch(name)] && say(name)
        when *CHANGED.keys then say(changed(name))
        when :code then @code
        when *TOLD.keys then @facts[TOLD.fetch(name)]
        when :reason_told then @facts["said"].to_s.empty? ? nil : say(:reason_told)
        when :copies then copies
        else say(name)
        end
      end

      def changed(name) = CHANGED.fetch(name).then { |fact, other| @facts[fact] ? other : name }

      def copies
        return if @facts["reader"] == "onlooker"
        return [say(:filed), @facts["elsewhere"] && say(:filed_elsewhere)].compact if staff?
        return say(@facts["password"] ? :copies_linked_closed : :copies_linked) if linked?

        say(@facts["password"] ? :copies_closed : :copies)
      end

      # The key for what depends on the act, or on how the docket ended.
      def variant(name)
        return :"#{name}_#{act}" if BY_ACT.include?(@kind)

        @kind == :ended ? :"#{name}_#{@facts["state"]}" : name
      end

      def say(name) = word("#{@kind}.#{name}", **words)
      def word(key, **facts) = I18n.t("mails.#{key}", locale: @locale, **facts)

      def words
        @words ||= {
          **NAMED.to_h { |name| [name.to_sym, @facts[name].to_s] },
          short_title: @facts["title"].to_s[0, 60],
          deadline: day(@facts["deadline"]),
          short_deadline: day(@facts["deadline"], :short),
          before: day(@facts["before"]),
          at: day(@facts["at"]),
          until: day(@facts["until"]),
          waiting: list(@facts["waiting"].to_a)
        }
      end

      # What the sender wrote, with its marks filled in.
      def filled(text)
        marks = Core::Dockets::WordingMarks::NAMES.to_h { |name| [name, words.fetch(name.to_sym)] }
        Core::Dockets::WordingMarks.fill(text, marks)
      end

      def day(time, format = :weekday_full)
        return word("no_day") unless time

        I18n.l(@office.zone.to_local(Time.iso8601(time)), format: format, locale: @locale)
      end

      def list(names)
        [names[0..-2].join(I18n.t("lists.comma")), names.last].reject { |part| part.to_s.empty? }
          .join(I18n.t("lists.and"))
      end

      def url(path) = "#{@office.settings.address}#{path}"
    end
  end
end
