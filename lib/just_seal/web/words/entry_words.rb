# frozen_string_literal: true

require "date"

module JustSeal
  module Web
    # What a ledger entry tells, after its actor's name: facts become words when somebody reads them, never before.
    module EntryWords
      # Facts that are keys of names: fact => scope of the locale files.
      NAMED = {
        what: "told_columns",
        role: "roles",
        method: "methods",
        authenticator: "methods",
        done: "done",
        act: "acts",
        decision: "disposal_decisions",
        outcome: "review_outcomes"
      }.freeze

      # Facts that are days.
      DAYS = %i[due_by due_on keep_until received_on].freeze

      # Ways by which somebody came that the name does not tell.
      VIAS = %w[command_line setup scim job].freeze

      # Kinds whose entries have a reason where one was asked for.
      REASONED = %w[record.corrected record.moved].freeze

      # kind => [a fact, how it is told where it has that one].
      TOLD_MORE = {
        "sign_in.done" => [:by, "sign_in.done_elsewhere"],
        "party.corrected" => [:telephone, "party.corrected_to_telephone"],
        "document.read" => [:document, "document.read_at"],
        "record.reviewed" => [:keep_until, "record.reviewed_until"]
      }.freeze

      # What stands beside the name: key of an actor => of the words for it.
      BESIDE = { "program" => :program, "run" => :run, "for" => :absent, "host" => :host }.freeze

      # Who did it. Until commands were told by +via+, their name said so.
      def actor_words(actor)
        name = actor["name"] || I18n.t("actors.gone")
        beside = BESIDE.find { |key, _| actor[key] }
        return I18n.t("actors.#{beside.last}", name: name, beside.last => actor[beside.first]) if beside

        return I18n.t("actors.in_visit", name: name, visit: actor["visit"]) if actor["visit"].to_i > 1

        VIAS.include?(actor["via"]) ? I18n.t("actors.#{actor["via"]}", name: name) : name
      end

      # +entry+: parsed body.
      def entry_words(entry)
        kind = entry["kind"]
        facts = entry["facts"].transform_keys(&:to_sym)
        facts[:authenticator] = facts[:kind] if kind == "authenticator.bound"
        facts[:done] = facts[:act] if kind == "party.acted"
        facts = roles_in(facts) if kind == "account.changed" && facts[:what] == "role"
        facts[:records] = arranged(facts[:documents]) if kind == "docket.documents_arranged" && facts[:documents]
        words_left("ledger.#{worded(kind, facts)}", in_words(facts), gone: entry.key?("private"))
      rescue I18n::ArgumentError, I18n::MissingTranslationData # an entry from before its kind told more
        kind
      end

      private

      # +gone+: may facts be missing, because they were let go?
      def words_left(key, facts, gone:)
        I18n.t(key, **facts, raise: true)
      rescue I18n::MissingInterpolationArgument => e
        raise if !gone || facts.key?(e.key)

        words_left(key, { **facts, e.key => I18n.t("actors.fact_gone") }, gone: true)
      end

      # The key of the words for an entry of +kind+ with these +facts+.
      def worded(kind, facts)
        return office_kind(facts) if kind == "office.changed"
        return "#{kind}_because" if REASONED.include?(kind) && facts.key?(:reason)
        return "party.seen_in_person" if kind == "party.proved" && facts[:method] == "seen"

        fact, other = TOLD_MORE[kind]
        return other if fact && facts.key?(fact)

        by_text?(kind, facts) ? "#{kind}_as_text" : kind
      end

      # Until there were channels, only codes went out as text messages.
      def by_text?(kind, facts)
        %w[message.delivered message.bounced].include?(kind) &&
          (facts[:channel] == "text" || facts[:kind] == "text_code")
      end

      def roles_in(facts) = facts.merge(facts.slice(:before, :after).transform_values { |role| name_of(:role, role) })

      # Said for the first time, changed, or taken back.
      def office_kind(facts)
        return "office.said" unless facts.key?(:before)

        facts.key?(:after) ? "office.changed" : "office.taken_back"
      end

      # What was kept as a text before is shown as it is.
      def arranged(documents)
        words = documents.map { |one| I18n.t("arranged.#{one["role"]}", record: one["record"]) }
        words.join(I18n.t("lists.comma"))
      end

      # Facts by whose names I18n is told other things, such as a scope, stand in no words.
      def in_words(facts)
        facts.except(*I18n::RESERVED_KEYS).to_h do |name, value|
          [name, NAMED.key?(name) ? name_of(name, value) : fact_words(name, value)]
        end
      end

      # What was refused is told as whoever was refused read it, without its numbers.
      def kind_of_refusal(value) = words_of("refusals.#{value}") || value

      def name_of(name, value) = words_of("#{NAMED.fetch(name)}.#{value}") || value

      def day_words(value)
        I18n.l(Date.iso8601(value), format: :short_year)
      rescue Date::Error
        value
      end

      def plain(value) = value.is_a?(Symbol) ? value.to_s : value

      def listed(name, values)
        words = values.map do |one|
          case name
          when :changed then one.tr("_", " ")
          when :terms then term_words(one)
          else one.to_s
          end
        end
        words.join(I18n.t("lists.comma"))
      end

      # "class IN": what a hold is about.
      def term_words(term)
        kind, value = term.split(" ", 2)
        "#{words_of("holds.show.kinds.#{kind}") || kind} #{value}"
      end

      def fact_words(name, value)
        case name
        when :ways then value.to_s.gsub(/[a-z_]+/) { |word| words_of("methods.#{word}") || word }
        when :question then words_of("questions.#{value}.title") || value
        when :factors then words_of("factors.#{value}") || value
        when :why then kind_of_refusal(value)
        when :reason then Words.reason(value.to_s)
        when :contents then value.size.to_s
        when *DAYS then day_words(value.to_s)
        else value.is_a?(Array) ? listed(name, value) : plain(value)
        end
      end
    end
  end
end
