# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Evidence
        # Any entry of the whole ledger, found by what is known of it.
        class Entries < Page
          include EntryWords

          RECORD = /\A[A-Z]{2,4}-\d{4}-\d{4}\z/
          INQUIRY = "Q-"
          # A standing instruction, and a run of one.
          INSTRUCTION = /\A([A-Z]+-S-\d{4})(?:-\d{5,})?\z/

          attr_reader :asked, :found

          # +asked+: {field => text}; +dockets+: numbers of those chains that are dockets.
          def initialize(context, found, asked:, dockets:, problems: {})
            super(context)
            @found = found
            @asked = asked
            @dockets = dockets
            @problems = problems
          end

          def place = :evidence

          def whoever
            [["", t(".anybody")], *Queries::MachineEntries::CHOICES.map { |one| [one, t(".made_by.#{one}")] }]
          end

          def docket?(row) = @dockets.include?(row[:docket])

          # The address of whose chain it is, nil where there is no page.
          def chain_path(row)
            name = row[:docket]
            return docket_path(name) if docket?(row)
            return inquiry_path(name) if name.start_with?(INQUIRY)

            instruction = name[INSTRUCTION, 1]
            return acting_path(instruction, name) if instruction

            record_path(name) if name.match?(RECORD)
          end

          def acting_path(instruction, name)
            name == instruction ? instruction_path(name) : instruction_run_path(instruction, name)
          end

          def proof_path(row) = docket?(row) ? entry_proof_path(row[:docket], row[:seq]) : nil
          def hash_start(row) = "#{grouped(row[:hash], 8)} …"

          def older_path
            given = asked.reject { |_, text| text.empty? }.transform_keys(&:to_sym)
            entries_path(**given, after: found.next_key)
          end
        end
      end
    end
  end
end
