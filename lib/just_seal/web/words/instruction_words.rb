# frozen_string_literal: true

module JustSeal
  module Web
    # What pages say of standing instructions, their steps and their runs. Whoever includes it includes Speech.
    module InstructionWords
      TONES = {
        "running" => "out",
        "docket" => "out",
        "look" => "late",
        "person" => "bad",
        "limit" => "late",
        "done" => "sealed",
        "ended" => "plain",
        "loop" => "bad"
      }.freeze

      # When it begins. +said+: as of Core::Instructions::Definition; +labels+: {name of a particular => label}.
      def begins_words(said, labels = {})
        facts = {
          class: said["class"],
          days: said["days"],
          name: labels.fetch(said["name"], said["name"]),
          ends: list(said["ends"].to_a.map { |state| t("docket_states.#{state}").downcase })
        }
        begun = t("instructions.begins.#{said["on"]}", **facts)
        said["when"].to_s.empty? ? begun : t("instructions.begins.where", begun: begun, condition: said["when"])
      end

      # [what a step does, what more there is to say of it]. +titles+: {code of a docket template => its title}.
      def step_words(step, titles = {})
        kind = step["kind"]
        facts = {
          template: titles.fetch(step["template"], step["template"].to_s),
          names: list(step["values"].to_h.keys),
          title: step["title"],
          to: step["to"].to_s.empty? ? t("instructions.the_owner") : list(step["to"].split),
          instruction: step["instruction"]
        }
        what = kind == "move" ? place_words(step) : t("instructions.does.#{kind}", **facts)
        [what, more_words(step)]
      end

      # Under which condition a step is done, nil where it always is.
      def branch_words(step)
        return t("instructions.otherwise") if step["otherwise"]

        t("instructions.where", condition: step["when"]) unless step["when"].to_s.empty?
      end

      def run_state(run) = t("instructions.states.#{run.state}")
      def run_tone(run) = TONES.fetch(run.state)

      # What a run waits for, in a sentence; nil where it waits for nothing.
      def run_waits(run)
        case run.state
        when "person" then t("instructions.waits.step", step: run.step + 1, problem: Words.kept(run.problem))
        when "loop" then Words.kept(run.problem)
        when "look" then t("instructions.waits.look", docket: run.docket.number)
        when "docket" then t("instructions.waits.docket", docket: run.docket.number)
        when "limit" then t("instructions.waits.limit")
        end
      end

      private

      def place_words(step)
        step["place"].to_s.empty? ? t("instructions.does.file") : t("instructions.does.move", place: step["place"])
      end

      def more_words(step)
        case step["kind"]
        when "sign" then t("instructions.goes.#{step["go"] == "send" ? "send" : "look"}")
        when "write" then step["values"].to_h.map { |name, text| "#{name} = #{text}" }.join("; ")
        when "circulate" then step["people"].to_s.lines.map(&:strip).join(", ")
        else step["message"].to_s
        end
      end
    end
  end
end
