# frozen_string_literal: true

module JustSeal
  module Web
    module Components
      # The field of a form for one particular of a class.
      class ParticularField < Component
        KINDS = { "date" => "date", "datetime" => "datetime-local" }.freeze

        attr_reader :item, :problem, :name

        # +item+: of a class definition; +value+: what was typed or is kept; +prefix+: of its name in the form; +hint+:
        # before the help that the class gives.
        def initialize(context, item, value: nil, problem: nil, prefix: "particulars", hint: nil, content: nil)
          super(context, content: content)
          @item = item
          @value = value.nil? ? item["default"] : value
          @problem = problem
          @name = "#{prefix}[#{item["name"]}]"
          @hint = hint
        end

        def type = item["type"]
        def choice? = %w[yes_no choice].include?(type)
        def choices? = type == "choices"
        def value = choice? || choices? ? @value : Core::Filing::Particulars.text(@value)
        def label = item["unit"] ? t(".in_unit", label: item["label"], unit: item["unit"]) : item["label"]
        def kind = KINDS.fetch(type, "text")
        def chosen?(option) = Array(@value).include?(option)

        def help
          words = [@hint, item["help"]].compact
          words << t(".found_while_typing") if words.empty? && type == "contact"
          words.join(" ") unless words.empty?
        end

        def options
          nothing = ["", t(".not_said")]
          return [nothing, ["yes", t("answers.yes")], ["no", t("answers.no")]] if type == "yes_no"

          [nothing, *item["options"].map { |option| [option, option] }]
        end

        def extra = type == "contact" ? { autocomplete: "off", data_contact: "line" } : {}
      end
    end
  end
end
