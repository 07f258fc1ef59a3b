# frozen_string_literal: true

require "json"
require "set"

module JustSeal
  module Queries
    module Questions
      # What was done without a person at the time: by programs with a token, by standing instructions, and by the
      # system itself.
      class WithoutPerson < Question
        BY_PROGRAM = %i[program person entries first last].freeze
        BY_INSTRUCTION = %i[instruction title person runs entries first last].freeze
        DONE = %i[docket kind at by person].freeze
        # What changes most for others.
        KINDS = %w[record.captured docket.sent docket.withdrawn circulation.started].freeze

        private

        # There may be millions: they are counted as they go by, and the first MAX_ROWS of a list are kept.
        def work
          @programs = {}
          @instructions = {}
          @kinds = Hash.new(0)
          @done = []
          each_entry { |entry| take(entry) }
          by_program
          by_instruction
          done
          system
        end

        # By time, parsed.
        def each_entry
          entries = MachineEntries.of(in_period).order(:at, :id)
          found = entries
          until (keys = found.limit(BATCH).select_map(%i[at id])).empty?
            told = Store.db[:told_entries].where(id: keys.map(&:last)).order(:at, :id)
            told.select_map(:body).each { |body| yield JSON.parse(body) }
            found = entries.where(Sequel.lit("(at, id) > (?, ?)", *keys.last))
          end
        end

        def take(entry)
          program, run, name = entry["actor"].values_at("program", "run", "name")
          add(@programs, [program, name], entry) if program
          add(@instructions, [run.rpartition("-").first, name], entry, run) if run
          return unless KINDS.include?(entry["kind"])

          @kinds[entry["kind"]] += 1
          @done << done_row(entry, program || run) if @done.size < MAX_ROWS
        end

        def add(groups, key, entry, run = nil)
          group = groups[key] ||= { entries: 0, first: entry["at"], runs: Set.new }
          group[:entries] += 1
          group[:last] = entry["at"]
          group[:runs] << run if run
        end

        def in_period
          entries = Store.db[:ledger_entries].where(at: @scope.from...@scope.to)
          narrowed? ? entries.where(docket: chains) : entries
        end

        def narrowed? = [@scope.classes, @scope.case_files, @scope.parties].any?(&:any?)

        def chains
          @chains ||= @scope.dockets.select_map(Sequel[:dockets][:number]) + @scope.records.select_map(:number)
        end

        def by_program
          rows = @programs.map { |(program, person), group| { program: program, person: person, **group } }
          counted(:by_program, BY_PROGRAM, rows, personal: %i[person])
        end

        def by_instruction
          titles = Store::Instruction.where(number: @instructions.keys.map(&:first)).select_hash(:number, :title)
          rows = @instructions.map do |(number, person), group|
            { instruction: number, title: titles[number], person: person, **group, runs: group[:runs].size }
          end
          counted(:by_instruction, BY_INSTRUCTION, rows, personal: %i[person])
        end

        def done_row(entry, by)
          { docket: entry["docket"], kind: entry["kind"], at: entry["at"], by: by, person: entry["actor"]["name"] }
        end

        def done
          counted(:done, DONE, @done, count: @kinds.values.sum, personal: %i[person])
          figure(:sent, @kinds["docket.sent"], :done)
          figure(:captured, @kinds["record.captured"], :done)
        end

        # Sealing, reminding, lapsing: what the system does for everybody.
        def system = figure(:by_system, in_period.where(actor: Core::Actor::SYSTEM.name).count)
      end
    end
  end
end
