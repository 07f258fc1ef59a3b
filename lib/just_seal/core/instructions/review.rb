# frozen_string_literal: true

module JustSeal
  module Core
    module Instructions
      # What is wrong with what an instruction says, told when it is saved.
      class Review
        # +classes+: {code => {particular's name => type}}; +units+: {code => {particular's name => unit or nil}};
        # +templates+: codes of docket templates that its owner may use; +others+: numbers of instructions. Returns
        # {"title" | "class" | "when" | ... | "steps" | "steps.INDEX" | "steps.INDEX.FIELD" => Problem or Symbol}.
        def self.call(...) = new(...).problems

        def initialize(definition, classes:, units:, templates:, others: [])
          @said = definition
          @classes = classes
          @units = units
          @templates = templates
          @others = others
          @problems = {}
        end

        def problems
          note "on", :instruction_start unless Definition::STARTS.include?(@said["on"])
          note "limit", :instruction_limit unless Definition::LIMIT.cover?(whole(@said["limit"]))
          return @problems.merge("class" => :instruction_class) unless @classes.key?(@said["class"])

          condition("when", @said["when"])
          start
          steps
          @problems
        end

        private

        def types = @classes.fetch(@said["class"])
        def whole(value) = value.is_a?(Integer) ? value : nil
        def note(place, problem) = (@problems[place] ||= problem)

        def start
          case @said["on"]
          when "value" then note("when", :instruction_condition) if @said["when"].to_s.empty?
          when "date" then date
          when "ended" then note("ends", :instruction_ends) if ends.empty? || (ends - Definition::ENDS).any?
          when "called" then names
          end
        end

        def ends = @said["ends"].to_a

        def date
          note "name", :instruction_date unless %w[date datetime].include?(types[@said["name"]])
          note "days", :instruction_days unless Definition::DAYS.cover?(whole(@said["days"]))
        end

        def names
          odd = @said["asks"].to_a.grep_v(Definition::NAME)
          note "asks", Problem.new(:instruction_asks, names: odd) if odd.any?
        end

        def condition(place, text)
          reason, facts = Assurance::ConditionReview.call(
            text,
            classes: @classes.slice(@said["class"]),
            units: @units
          ).first
          note place, Problem.new(reason, **facts) if reason
        end

        def steps
          steps = @said["steps"]
          return note("steps", :instruction_does_nothing) if steps.empty?
          if steps.size > Definition::MAX_STEPS
            return note(
              "steps",
              Problem.new(:too_many_steps, limit: Definition::MAX_STEPS)
            )
          end

          steps.each_with_index { |step, index| step(step, index) }
        end

        def step(step, index)
          place = "steps.#{index}"
          return note(place, :instruction_step) unless StepKinds::ALL.include?(step["kind"])

          condition("#{place}.when", step["when"])
          note "#{place}.when", :otherwise_first if step["otherwise"] && (index.zero? || step["when"])
          send(:"check_#{step["kind"]}", step, place)
        end

        def check_sign(step, place)
          note "#{place}.template", :instruction_template unless @templates.include?(step["template"])
          known(step, place, "go" => StepKinds::GOES, "refused" => StepKinds::WAYS_ON, "lapsed" => StepKinds::WAYS_ON)
          note "#{place}.place", :choose_case_file if step["makes"] && step["place"].to_s.empty?
          step["people"].to_h.each do |letter, texts|
            texts.to_h.each { |key, text| text(text, "#{place}.people.#{letter}.#{key}") }
          end
          step["ask"].to_h.each { |name, text| text(text, "#{place}.ask.#{name}") }
        end

        def check_write(step, place)
          values = step["values"].to_h
          note "#{place}.values", :instruction_values if values.empty?
          values.each do |name, text|
            note "#{place}.values.#{name}", Problem.new(:no_particular, name: name) unless types.key?(name)
            text(text, "#{place}.values.#{name}")
          end
        end

        def check_rename(step, place) = wanted(step, place, "title", :title_of_record_missing)
        def check_move(step, place) = text(step["place"].to_s, "#{place}.place")
        def check_call(step, place) = text(step["message"].to_s, "#{place}.message")

        def check_notify(step, place)
          odd = step["to"].to_s.split.reject { |email| Dockets::Address.valid?(email) }
          note "#{place}.to", Problem.new(:not_an_address, email: odd.first) if odd.any?
          wanted(step, place, "message", :instruction_message)
        end

        def check_circulate(step, place)
          known(step, place, "act" => StepKinds::ACTS)
          note "#{place}.days", :instruction_days unless (1..365).cover?(whole(step["days"]))
          note "#{place}.people", :instruction_people if step["people"].to_s.empty?
          text(step["message"].to_s, "#{place}.message")
        end

        def check_begin(step, place)
          note "#{place}.instruction", :instruction_other unless @others.include?(step["instruction"])
        end

        def known(step, place, fields)
          fields.each { |name, all| note "#{place}.#{name}", :choose_one unless all.include?(step[name]) }
        end

        def wanted(step, place, name, problem)
          return note("#{place}.#{name}", problem) if step[name].to_s.empty?

          text(step[name], "#{place}.#{name}")
        end

        def text(text, place)
          problem = Marks.problem(text, types, asked: @said["asks"].to_a)
          note place, problem if problem
        end
      end
    end
  end
end
