# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Circulations
        # How far a circulation is, and what can be done with it.
        class Show < Page
          STANDINGS = Core::Circulations::States::STANDINGS
          # Units are listed up to so many; beyond, only those with the most who have not acted.
          MAX_UNITS = 40

          attr_reader :circulation, :progress, :given

          # +progress+: Queries::CirculationProgress, narrowed as +given+ ({"standing", "unit", "find" => text}) says;
          # +steers+: may this person change it?
          def initialize(context, circulation, progress:, given:, steers:, failed: {})
            super(context)
            @circulation = circulation
            @progress = progress
            @given = given
            @steers = steers
            @failed = failed
          end

          def place = :dockets
          def title = circulation.title
          def scripts = %w[components/dialogs components/live components/contacts]
          def counts = progress.counts
          def number_of_people = counts.except("left").values.sum
          def done = counts.fetch("done", 0)
          def running? = Core::Circulations::States::RUNNING.include?(circulation.state)
          def state_words = t("circulation_states.#{circulation.state}")
          def done_words = t(".done_of", done: number(done), people: counted("person", number_of_people))
          def mark = progress.mark

          def refusal
            @failed[:dialog] ? nil : @failed.dig(:problems, "conflict") || @failed.dig(:problems, "readiness")
          end

          def failed(dialog) = @failed[:dialog] == dialog ? @failed : { dialog: false, problems: {}, typed: {} }

          def lead
            what = t("#{words_scope}.asks.#{circulation.act}", title: circulation.title)
            due = circulation.due_on && t(".due_on", day: day(circulation.due_on, :day_year))
            due ||= circulation.due_days && t(".due_days", count: circulation.due_days)
            [t("circulation_modes.#{circulation.mode}"), what, due].compact.join(" · ")
          end

          # What it is doing, while it asks.
          def sending_words
            waits = counts.fetch("waiting", 0)
            return unless %w[sending stopped].include?(circulation.state)

            t(".sending.#{circulation.state}", number: number(waits), count: waits)
          end

          # [[standing, words, number, address], ...]
          def standings
            STANDINGS.select { |key| counts.fetch(key, 0).positive? }.map do |key|
              [key, t("standings.#{key}"), number(counts[key]), here("standing" => key)]
            end
          end

          def all_path = here({})

          # [[name, counts, words, address], ...], those first in which the most have not acted.
          def units
            rows = progress.by_unit.map { |name, found| [name, found, open_in(found)] }
            rows.sort_by { |name, _, open| [-open, name] }.first(MAX_UNITS).map do |name, found, _|
              [name.empty? ? t(".outside") : name, found, unit_words(found), here("unit" => name)]
            end
          end

          def units_left
            left = progress.by_unit.size - MAX_UNITS
            t(".units_left", count: number(left)) if left.positive?
          end

          def largest = progress.by_unit.values.map { |found| people_in(found) }.max.to_i
          def units? = progress.by_unit.size > 1
          def page_of_people = @page_of_people ||= progress.page
          def rows = page_of_people.rows
          def older_path = page_of_people.next_key && here(given.merge("after" => page_of_people.next_key))
          def unit_given = given["unit"] && (given["unit"].empty? ? t(".outside") : given["unit"])
          def heading = given["standing"] ? t("standings.#{given["standing"]}") : t(".everybody")

          def in_force
            from, til = [circulation.starts_on, circulation.ends_on].map { |one| one && day(one, :day_year) }
            return unless from || til

            if til
              t(from ? ".from_until" : ".until", from: from, til: til)
            else
              t(".from", from: from)
            end
          end

          # One person
          def row_words(row) = t("standings.#{row[:standing]}")

          def row_tone(row)
            { "done" => "sealed", "refused" => "bad", "failed" => "bad" }.fetch(row[:standing], "plain")
          end

          def row_note(row)
            case row[:standing]
            when "done" then t(".acted_html", time: time_tag(row[:acted_at], :short), level: row[:level_reached])
            when "failed" then Words.why(row[:problem])
            when "refused" then row[:refused_because]
            when "left" then t(".left.#{row[:left_because]}")
            when "invited", "opened" then asked_words(row)
            end
          end

          def asked_words(row)
            return t(".asked_html", time: time_tag(row[:invited_at], :short)) unless row[:reminders].to_i.positive?

            t(".reminded_html", time: time_tag(row[:invited_at], :short), count: row[:reminders])
          end

          def source_words(row) = %w[joined handed_over].include?(row[:source]) ? t(".sources.#{row[:source]}") : nil
          def person_path(row, step) = circulation_person_path(circulation.number, row[:id], step)
          def changes?(row) = steers? && running? && %w[waiting failed invited opened].include?(row[:standing])

          # What can be done with it
          def steers? = @steers && may?(:send)
          def stops? = steers? && circulation.state == "sending"
          def resumes? = steers? && circulation.state == "stopped"
          def moves? = steers? && running?
          def certifies? = steers? && !circulation.draft?
          def starts? = steers? && circulation.draft?
          def open_count = Core::Circulations::States::OPEN.sum { |key| counts.fetch(key, 0) }
          def remind_words = t(".remind", count: open_count, number: number(open_count))
          def reminds? = moves? && open_count.positive?
          def extend_day = @failed.dig(:typed, "due_on") || circulation.due_on&.iso8601
          def shared_lines = @failed.dig(:typed, "people") || circulation.shared_emails.join("\n")
          def close_words = t(".close_means", count: open_count, number: number(open_count))

          private

          def here(values)
            circulation_path(circulation, **values.transform_keys(&:to_sym).slice(:standing, :unit, :find, :after))
          end

          def people_in(found) = found.except("left").values.sum
          def open_in(found) = people_in(found) - found.fetch("done", 0)

          def unit_words(found)
            t(".of_unit", done: number(found.fetch("done", 0)), all: number(people_in(found)))
          end
        end
      end
    end
  end
end
