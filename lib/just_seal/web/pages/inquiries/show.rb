# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Inquiries
        # One inquiry: what was asked, what was answered, and what may be asked still.
        class Show < Page
          include EntryWords
          include InquiryWords

          attr_reader :inquiry, :answers, :auditors, :mark, :seed

          # +entries+: parsed, oldest first; +asked+: the question, or "auditor", that was refused, with what was
          # +typed+ in it.
          def initialize(
            context, inquiry, mark:, answers:, auditors:, dockets:, entries:, seed:, asked: nil, typed: {}, problems: {}
          )
            super(context)
            @inquiry = inquiry
            @mark = mark
            @answers = answers
            @auditors = auditors
            @dockets = dockets
            @entries = entries
            @seed = seed
            @asked = asked
            @typed = typed
            @problems = problems
          end

          def place = :evidence
          def scripts = %w[components/live]
          def title = t(".title", number: inquiry.number)
          def working? = inquiry.open? && may?(:inquire) && inquiry.closing_at.nil?
          def outside? = viewer.outside?
          def step(name) = inquiry_step_path(inquiry, name)

          def period
            t(".period_words", from: day(inquiry.from_day, :day_year), until: day(inquiry.until_day, :day_year))
          end

          def state_tone = inquiry.open? ? "out" : "sealed"
          def state_words = inquiry.open? ? t(".open") : t(".closed")
          def in_scope = counted("docket", @dockets)

          # [[what limits the scope, to what], ...]
          def limits = inquiry.scope.to_h.map { |name, list| [t(".scope.#{name}"), list.to_a.join(", ")] }

          def closing
            return t(".being_closed") unless inquiry.problem

            t(".not_closed_yet", problem: Words.kept(inquiry.problem))
          end

          def answer_title(answer) = t("questions.#{answer.question}.title")
          def answer_size(answer) = [answer.size, 1].max

          def progress(answer)
            return t(".waiting") unless answer.size.positive?

            t(".progress", done: number(answer.done), size: number(answer.size))
          end

          def closes? = answers.any?(&:done?)

          # Their names.
          def questions = Queries::Questions::ALL.keys
          def open?(name) = @asked == name
          def enctype(name) = name == "this_document" ? "multipart/form-data" : nil
          # Those with fields of their own.
          def fields?(name) = %w[this_document this_person who_acknowledged sample].include?(name)

          # What a component needs to show field +name+ of +question+, which has +usual+ in it at first.
          def field(question, name, usual = "", scope: question)
            refused = open?(question)
            {
              label: t(".#{scope}.#{name}"),
              value: refused ? @typed[name] : usual,
              problem: (problems[name] if refused)
            }
          end

          def choice(question, name, options, usual)
            field(question, name, usual).merge(options: options.map { |key| [key, t(".sample.#{name}_is.#{key}")] })
          end

          def sample_states = Queries::Questions::Sample::STATES
          def sample_kinds = Queries::Questions::Sample::KINDS
          def keeps_auditors? = may?(:keep_staff)
          def auditor_allow_path(auditor) = step("auditors/#{auditor.id}/allow")
          def auditors_shown? = !outside? && (auditors.any? || (working? && keeps_auditors?))
          def ended?(auditor) = auditor.ends_at <= now
          def ends?(auditor) = !ended?(auditor) && inquiry.open? && keeps_auditors?
          def auditor_end_path(auditor) = "#{step("auditors")}/#{auditor.id}/end"
          def usual_end = inquiry.due_on.iso8601

          # [[number, Time, name, what happened], ...], the newest first
          def history
            @entries.reverse.map do |entry|
              [entry["seq"], Time.iso8601(entry["at"]), actor_words(entry["actor"]), entry_words(entry)]
            end
          end
        end
      end
    end
  end
end
