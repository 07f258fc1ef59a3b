# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Instructions
        # One standing instruction: what it does, whether it does it, and its runs.
        class Show < Page
          include InstructionWords

          attr_reader :row, :shown, :runs, :state

          # +row+: Store::Instruction; +shown+: its newest Store::InstructionVersion; +runs+: a Page of them; +counts+:
          # {state => number}; +state+: to which they are narrowed.
          def initialize(context, row, shown:, runs:, counts:, state: nil, problems: {})
            super(context)
            @row = row
            @shown = shown
            @runs = runs
            @counts = counts
            @state = state
            @problems = problems
          end

          def place = :rules
          def title = shown.title
          def said = shown.definition.to_h
          def begins = begins_words(said, labels).then { |words| words[0].upcase + words[1..] }
          def steers? = row.owner_id == viewer.id || may?(:manage_any_docket)
          def writes? = steers? && may?(:instruct)
          def stops? = row.version && (steers? || may?(:write_rules))
          def edit_path = instruction_step_path(row, :edit)
          def publication = @publication ||= shown.publication
          def waits? = publication.nil?
          def publishes? = waits? && may?(:publish_instructions) && (alone? || shown.made_by != viewer.id)
          def waiting = t(alone? ? ".waits" : ".waits_for_another", name: shown.maker.name)
          def paused_because = Words.kept(row.paused_because)

          def status
            return t("instructions.list.unpublished") unless row.version

            t(row.paused_at ? "instructions.list.paused" : "instructions.list.live")
          end

          def version_words
            in_force = row.version ? t(".in_force", version: row.version) : t(".none_in_force")
            waits? ? t(".newer", in_force: in_force, version: shown.version) : in_force
          end

          def titles = @titles ||= Queries::InstructionChoices.template_titles(said["steps"])
          def line = { begins: begins, titles: titles }
          def count(state) = @counts.fetch(state, 0)
          def begins_by_hand? = row.live? && may?(:send) && (steers? || row.starts_on == "called") && asks.empty?
          def asks = said["asks"].to_a

          # [[state or nil for all, words, number, path], ...]
          def narrowings
            all = [[nil, t(".all_runs"), @counts.values.sum, instruction_path(row)]]
            states = Core::Instructions::RunStates::ALL.select { |one| count(one).positive? }
            all + states.map do |one|
              [one, t("instructions.states.#{one}"), count(one), instruction_path(row, state: one)]
            end
          end

          def run_path(run) = instruction_run_path(row, run)
          def older_path = runs.next_key && instruction_path(row, state: state, after: runs.next_key)

          private

          def alone? = Queries::RulebookVersions.alone?

          def labels
            items = row.record_class || Queries::Choices.classes.find { |one| one.code == said["class"] }
            items ? items.particulars.to_h { |item| [item["name"], item["label"]] } : {}
          end
        end
      end
    end
  end
end
