# frozen_string_literal: true

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

        def work
          @found = machine.map { |body| JSON.parse(body) }
          by_program
          by_instruction
          done
          system
        end

        def machine
          found = MachineEntries.of(in_period).order(:at, :id).limit(MAX_ROWS + 1)
          Store::Ledger.told_of(found).order(:at, :id).select_map(:body)
        end

        def in_period
          entries = Store.db[:ledger_entries].where(at: @scope.from...@scope.to)
          narrowed? ? entries.where(docket: chains) : entries
        end

        def narrowed? = [@scope.classes, @scope.case_files, @scope.parties].any?(&:any?)
        def chains = @scope.dockets.select_map(Sequel[:dockets][:number]) + @scope.records.select_map(:number)

        def by_program
          groups = @found.select { |entry| entry["actor"]["program"] }
            .group_by { |entry| entry["actor"].values_at("program", "name") }
          rows = groups.map { |(program, person), all| { program: program, person: person, **figures(all) } }
          counted(:by_program, BY_PROGRAM, rows, personal: %i[person])
        end

        def by_instruction
          groups = @found.select { |entry| entry["actor"]["run"] }
            .group_by { |entry| [entry["actor"]["run"].rpartition("-").first, entry["actor"]["name"]] }
          titles = Store::Instruction.where(number: groups.keys.map(&:first)).select_hash(:number, :title)
          rows = groups.map { |(number, person), all| instruction_row(number, titles[number], person, all) }
          counted(:by_instruction, BY_INSTRUCTION, rows, personal: %i[person])
        end

        def instruction_row(number, title, person, all)
          runs = all.map { |entry| entry["actor"]["run"] }.uniq.size
          { instruction: number, title: title, person: person, runs: runs, **figures(all) }
        end

        def figures(all) = { entries: all.size, first: all.first["at"], last: all.last["at"] }

        def done
          rows = @found.select { |entry| KINDS.include?(entry["kind"]) }.map do |entry|
            actor = entry["actor"]
            by = actor["program"] || actor["run"]
            { docket: entry["docket"], kind: entry["kind"], at: entry["at"], by: by, person: actor["name"] }
          end
          counted(:done, DONE, rows, personal: %i[person])
          figure(:sent, rows.count { |row| row[:kind] == "docket.sent" }, :done)
          figure(:captured, rows.count { |row| row[:kind] == "record.captured" }, :done)
        end

        # Sealing, reminding, lapsing: what the system does for everybody.
        def system = figure(:by_system, in_period.where(actor: Core::Actor::SYSTEM.name).count)
      end
    end
  end
end
