# frozen_string_literal: true

module JustSeal
  module Web
    # What pages say of rules.
    module RulebookWording
      FAULTS = {
        no_rules: "There is no rule. Write at least one, such as level 1 for everything.",
        too_many: "There are more than %<most>d rules.",
        title_missing: "Say in a title what this rule is for.",
        demands_nothing: "This rule demands nothing. Give it a floor, or take it out.",
        floor_wrong: "A floor is a level from 1 to 4.",
        minutes_wrong: "A proof stays fresh for 1 to %<most>d minutes.",
        location_wrong: "Choose what is done about the location.",
        unknown_value: "There is no such thing here: %<values>s.",
        link_forbidden: "The link can’t be forbidden: everybody comes in by it.",
        condition_unreadable: "The condition can’t be read. %<problem>s",
        condition_no_yes: "The condition is not answered by yes or no.",
        never_true: "The condition can’t come true, so this rule would never match.",
        unit_unknown: "No particular in the condition is counted in %<unit>s. Days go with dates; leave other units out, or write the particular’s own.",
        never_matches: "No class has %<names>s: this rule would never match.",
        particular_missing: "The class %<code>s has no %<names>s. Name the classes that this rule is for.",
        cant_be_met: "In class %<code>s level %<floor>d is demanded, and no method that is allowed there leads to it (%<titles>s)."
      }.freeze
      LOCATIONS = { "no" => "not asked for", "ask" => "asked for", "demand" => "demanded" }.freeze

      # A problem of the form as a sentence.
      def rule_problem(problem)
        if problem.is_a?(Core::Assurance::RulebookReview::Fault)
          format(
            FAULTS.fetch(problem.reason),
            problem.facts
          )
        else
          problem
        end
      end

      # Why an act of the past would not have been taken.
      def rehearsed(objection, demand)
        case objection.reason
        when :level then "Level #{[
          demand.floor,
          1
].max} would have been needed; what it proved is worth #{objection.reached.zero? ? "nothing" : objection.reached}."
        when :location then "Where it was would have had to be told."
        when :passed_on then "It could not have been passed on."
        end
      end

      # What a rule is about, and what it demands, as two sentences.
      def rule_condition(rule)
        words = [
          (if rule["classes"].to_a.any?
             "class #{sentence_of(rule["classes"])}"
           else
             "every class"
           end),
          (if rule["acts"].to_a.any?
             sentence_of(
               rule["acts"].map do |act|
                 Wording::ACTS.fetch(act)
               end
             )
           end),
          (if rule["kinds"].to_a.size == 1
             rule["kinds"] == ["outside"] ? "outsiders" : "staff"
           end),
          ("where #{rule["when"]}" unless rule["when"].to_s.empty?)
        ]
        words.compact.join(", ")
      end

      def rule_demand(rule)
        methods = ->(key) { sentence_of(rule[key].to_a.map { |id| Core::Assurance::Methods::ALL.fetch(id).label }) }
        [
          ("level #{rule["floor"]}" if rule["floor"]),
          ("only by #{methods.call("allowed")}" if rule["allowed"].to_a.any?),
          ("not by #{methods.call("forbidden")}" if rule["forbidden"].to_a.any?),
          (if rule["fresh_minutes"]
             "proofs no older than #{counted(
               rule["fresh_minutes"],
               "minute"
)}"
           end),
          ("proved before the document is shown" if rule["prove_first"]),
          ("no passing on" if rule["no_passing_on"]),
          ("location #{LOCATIONS.fetch(rule["location"])}" if rule["location"] && rule["location"] != "no")
        ].compact.join("; ")
      end
    end
  end
end
