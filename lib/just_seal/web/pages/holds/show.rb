# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Holds
        # A hold: why, since when, what it is about, which records that is, and how it is lifted.
        class Show < Page
          include EntryWords
          include HoldWords

          attr_reader :hold, :found, :entries, :typed

          # +found+: Page of Store::Record; +entries+: of its chain, the newest first; +typed+, +choices+: as of Edit.
          def initialize(context, hold, found:, entries:, typed:, choices:, problems: {})
            super(context)
            @hold = hold
            @found = found
            @entries = entries
            @typed = typed
            @choices = choices
            @problems = problems
          end

          def place = :records
          def title = hold.title
          def keeps? = may?(:keep_holds) && hold.live?
          def asked? = hold.live? && !hold.lift_asked_by.nil?
          def asks? = keeps? && !asked?
          def lifts? = keeps? && asked? && hold.lift_asked_by != viewer.id
          def takes_back? = keeps? && asked? && hold.lift_asked_by == viewer.id
          def stops = t(hold.stops_dockets ? ".dockets_stop" : ".dockets_go_on")
          def terms = hold.terms.map { |term| [t(".kinds.#{term.kind}"), term, term_path(term)] }
          def widens? = keeps?
          def widened_wrong? = term_problems.any?
          def older_path = found.next_key && hold_path(hold, after: found.next_key)

          def state
            return t(".lifted", day: day(hold.lifted_at, :short_year)) unless hold.live?

            t(asked? ? ".lift_asked" : ".in_force")
          end

          def state_tone
            return "faded" unless hold.live?

            asked? ? "late" : "sealed"
          end

          def asked_words
            t(".asked_html", name: hold.asker.name, time: time_tag(hold.lift_asked_at, :short), why: hold.lift_because)
          end

          def lifted_words
            t(".lifted_html", name: hold.lifter.name, asker: hold.asker.name, time: time_tag(hold.lifted_at))
          end

          private

          def term_path(term)
            case term.kind
            when "record" then record_path(term.value)
            when "case_file" then case_file_path(term.value)
            when "class" then records_path(class: term.value)
            when "inquiry" then inquiry_path(term.value)
            end
          end
        end
      end
    end
  end
end
