# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Instructions
        # A standing instruction is written, and rehearsed on records of the past.
        class Edit < Page
          include InstructionWords

          DEFINITION = Core::Instructions::Definition
          KINDS = Core::Instructions::StepKinds
          MAX_SHOWN = 100
          # What is typed of somebody outside, and what has to be.
          TYPED = %w[name email organisation telephone].freeze
          NEEDED = %w[name email].freeze
          # One more pair of a particular and a text than is filled in.
          BLANKS = 1

          attr_reader :said, :typed, :looked, :begun

          # +code+: number of the one that gets a new version, nil for a new one; +said+: as of
          # Core::Instructions::Definition, however incomplete; +typed+: title, version; +rehearsal+: [how many records
          # were looked at, [Queries::InstructionPlan, ...]], or nil.
          def initialize(context, said, typed:, code:, classes:, templates:, others:, rehearsal: nil, problems: {})
            super(context)
            @said = said
            @typed = typed
            @code = code
            @classes = classes
            @templates = templates
            @others = others
            @looked, @begun = rehearsal
            @problems = problems
          end

          def place = :rules
          def title = @code ? t(".change", number: @code) : t(".new")
          def scripts = %w[components/asks_again]
          def path = @code ? instruction_step_path(@code, :edit) : "#{instructions_path}/new"
          def back = @code ? instruction_path(@code) : instructions_path
          def steps = said["steps"]
          def on = said["on"]
          def problem(place) = problems[place]

          def starts = DEFINITION::STARTS.map { |one| [one, t("instructions.starts.#{one}")] }
          def classes = [["", t(".choose")], *@classes.map { |row| [row.code, "#{row.code} #{row.title}"] }]
          def items = @items ||= @classes.find { |row| row.code == said["class"] }&.particulars.to_a
          def dates = names_of(items.select { |item| %w[date datetime].include?(item["type"]) })
          def particulars = names_of(items)
          def names = items.map { |item| item["name"] }
          def ends = DEFINITION::ENDS.map { |one| [one, t("docket_states.#{one}"), said["ends"].to_a.include?(one)] }
          def asks = said["asks"].to_a.join(" ")
          def kinds = KINDS::ALL.map { |kind| [kind, t("instructions.kinds.#{kind}")] }
          def kind_words(step) = t("instructions.kinds.#{step["kind"]}")

          # The parts of the form of a step that its kind has.
          def partial_of(step) = "instructions/step_#{step["kind"]}"
          def others = [["", t(".choose")], *@others.map { |number, title| [number, "#{number} #{title}"] }]
          def acts = KINDS::ACTS.map { |act| [act, t("acts.#{act}")] }
          def goes = KINDS::GOES.map { |one| [one, t("instructions.goes.#{one}")] }
          def ways_on = KINDS::WAYS_ON.map { |one| [one, t("instructions.ways_on.#{one}")] }

          def templates
            fitting = @templates.sort_by { |row| [row.definition["class"] == said["class"] ? 0 : 1, row.code] }
            [["", t(".choose")], *fitting.map { |row| [row.code, "#{row.code} #{row.title}"] }]
          end

          # Roles of the template of +step+ of which the step says something: [[letter, words, {key => text}, [key that
          # is asked for, ...], [key that is needed, ...]], ...]
          def people(step)
            roles = definition(step)&.fetch("roles").to_a.reject { |role| keys_of(role).empty? }
            roles.map do |role|
              title = role["title"].to_s.empty? ? t(".role", letter: role["letter"]) : role["title"]
              given = step["people"].to_h.fetch(role["letter"], {})
              [role["letter"], title, given, keys_of(role), [*NEEDED, *role["ask"]]]
            end
          end

          # What the template of +step+ asks: [[name, label, text], ...]
          def asked(step)
            definition(step)&.fetch("questions").to_a.map do |question|
              [question["name"], question["label"], step["ask"].to_h[question["name"]]]
            end
          end

          # [[name, text], ...] of what a step writes, and blanks for more.
          def pairs(step) = step["values"].to_h.to_a + ([["", ""]] * BLANKS)

          def titles = @titles ||= Queries::InstructionChoices.template_titles(steps)

          def line
            { begins: begins_words(said).then { |words| words[0].upcase + words[1..] }, titles: titles }
          end

          def drawn? = steps.any? && steps.none? { |step| step["kind"].to_s.empty? }

          def rehearsed
            return t(".none_begun", looked: counted("record", looked)) if begun.empty?

            stopped = begun.count(&:problem)
            t(".begun", begun: counted("record", begun.size), looked: number(looked), stopped: number(stopped))
          end

          # [[record, [[what, who], ...], problem or nil], ...]
          def would
            begun.first(MAX_SHOWN).map do |plan|
              done = plan.steps.select { |one| one.place.taken == :taken }
              [
                plan.record,
                done.map do |one|
                  [step_words(one.place.step, titles).first, list(one.who)]
                end,
                told(plan.problem)
              ]
            end
          end

          def more = begun.size > MAX_SHOWN ? t(".more", count: begun.size - MAX_SHOWN) : nil

          private

          def keys_of(role)
            asked = role["ask"].to_a
            case role["source"]
            when "outside" then TYPED | asked
            when "particular" then asked
            else []
            end
          end

          def told(problem) = problem && Words.problem(problem)
          def names_of(items) = [["", t(".choose")], *items.map { |item| [item["name"], item["label"]] }]

          def definition(step)
            @definitions ||= {}
            @definitions[step["template"]] ||= @templates.find { |row| row.code == step["template"] }&.definition
          end
        end
      end
    end
  end
end
