# frozen_string_literal: true

module JustSeal
  module Core
    module Instructions
      # What a standing instruction says, as it is kept:
      #
      # {"on" => one of STARTS, "class" => code, "when" => formula over particulars (see Assurance::Condition),
      # "name" => of a date particular, "days" => so many before it, "ends" => [state of a docket, ...],
      # "asks" => [name, ...] that a call from outside brings, "limit" => runs a day,
      # "steps" => [{"kind" => see StepKinds, "when" => formula, "otherwise" => true, ...}, ...]}
      #
      # A step with a condition is done only where it holds; one that is "otherwise" only where the step before was
      # passed over.
      module Definition
        # When one starts: a record was captured, came to fulfil the condition, a date comes near, a docket of it ended,
        # or somebody asks for it, by hand or by a program.
        STARTS = %w[captured value date ended called].freeze
        ENDS = %w[sealed refused lapsed withdrawn].freeze
        LIMIT = (1..10_000)
        USUAL_LIMIT = 50
        DAYS = (0..3650)
        MAX_STEPS = 30
        TEXT = 2000
        NAME = /\A[a-z][a-z0-9_]{0,39}\z/

        module_function

        # +given+: what a form or a program said, in the same shape. What does not belong there is left out.
        def read(given)
          on = given["on"].to_s
          kept = {
            "on" => on,
            "class" => text(given["class"]),
            "when" => text(given["when"]),
            "limit" => given["limit"] || USUAL_LIMIT,
            **of_start(on, given),
            "steps" => Array(given["steps"]).grep(Hash).map { |step| step(step) }
          }
          kept.reject { |_, value| value == "" }
        end

        def of_start(on, given)
          case on
          when "date" then { "name" => text(given["name"]), "days" => given["days"] }
          when "ended" then { "ends" => Array(given["ends"]).grep(String) }
          when "called" then { "asks" => Array(given["asks"]).grep(String).uniq }
          else {}
          end
        end

        def step(given)
          fields = StepKinds::FIELDS.fetch(given["kind"], [])
          said = given.slice("kind", "when", "otherwise", *fields).transform_values { |value| plain(value) }
          said.reject { |_, value| ["", {}, nil, false].include?(value) }
        end

        def plain(value)
          case value
          when Hash then value.to_h { |key, one| [key.to_s, plain(one)] }.reject { |_, one| ["", {}].include?(one) }
          when String then text(value)
          else value
          end
        end

        def text(value) = value.to_s.scrub("").unicode_normalize(:nfc).strip[0, TEXT]
      end
    end
  end
end
