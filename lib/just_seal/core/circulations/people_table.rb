# frozen_string_literal: true

module JustSeal
  module Core
    module Circulations
      # A file of people, whose columns mean something: who somebody is, a particular of the record that is made for
      # them, or an answer to an opening question.
      module PeopleTable
        # Columns about a person.
        PERSON = %w[name email organisation job_title telephone].freeze
        NOTHING = ""
        MAX_ROWS = 10_000
        # A fault of a row. +line+: of the file, the head is line 1; +problem+: Symbol or Problem.
        Fault = Value.of(:line, :problem)

        module_function

        # What each column of +head+ ([text, ...]) seems to mean: [one of +meanings+ or NOTHING, ...]. +meanings+: {what
        # a column can mean => label}. No meaning is guessed twice.
        def guess(head, meanings)
          taken = []
          head.map do |text|
            found = meanings.find { |id, label| !taken.include?(id) && same?(text, id, label) }&.first
            taken << found if found
            found || NOTHING
          end
        end

        # [[Recipient, ...], [Fault, ...]] of +rows+ ([[text, ...], ...]); +columns+: what each means. A fault in one
        # row leaves out that row, and no other.
        def read(rows, columns)
          seen = {}
          faults = []
          people = rows.each_with_index.filter_map do |row, index|
            one = recipient(row, columns, index + 2)
            found = row_faults(one, seen)
            faults.concat(found.map { |problem| Fault.new(line: one.line, problem: problem) })
            seen[one.key] ||= one.line
            one if found.empty?
          end
          [people, faults]
        end

        # Columns that have to be there and are not: [id, ...]
        def missing(columns)
          reached = columns.intersect?(%w[email telephone])
          [("name" unless columns.include?("name")), ("email" unless reached)].compact
        end

        def recipient(row, columns, line)
          values = columns.zip(row).reject { |id, _| id == NOTHING }.to_h { |id, text| [id, text.to_s.strip] }
          person = PERSON.to_h { |key| [key.to_sym, Filing::SafeName.line(values[key].to_s)] }
          given = values.except(*PERSON).reject { |_, text| text.empty? }
          Recipient.new(kind: "outside", unit: "", given: given, line: line, **person)
        end

        def row_faults(one, seen)
          first = seen[one.key]
          twice = Problem.new(:person_twice, email: one.key, line: first) if first && !one.key.empty?
          [*one.problems.values, twice].compact
        end

        # "E-mail" is "email", "Job title" is "job_title".
        def same?(text, id, label)
          plain = plain(text)
          !plain.empty? && [id, id.split(".").last, label].any? { |one| plain(one) == plain }
        end

        def plain(text) = text.to_s.downcase.gsub(/[^[:alnum:]]/, "")
      end
    end
  end
end
