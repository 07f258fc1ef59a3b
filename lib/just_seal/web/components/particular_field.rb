# frozen_string_literal: true

module JustSeal
  module Web
    module Components
      # The field of a form for one particular of a class.
      class ParticularField < Component
        attr_reader :item, :problem, :name

        # +item+: of a class definition; +value+: what was typed or is kept; +prefix+: of its name in the form; +hint+:
        # before the help that the class gives.
        def initialize(context, item, value: nil, problem: nil, prefix: "particulars", hint: nil, content: nil)
          super(context, content: content)
          @item = item
          @value = value.nil? ? item["default"] : value
          @problem = problem
          @name = "#{prefix}[#{item["name"]}]#{"[#{Decimals::COMMA}]" if number? && Decimals.comma?}"
          @hint = hint
        end

        def type = Core::Filing::Types.of(item)
        def control = type.control
        def choice? = control[:name] == :choice
        def choices? = control[:name] == :choices
        def number? = type.number?

        def value
          return @value if choice? || choices?

          text = Core::Filing::Particulars.text(@value)
          number? ? Decimals.shown(text) : text
        end

        def label = item["unit"] ? t(".in_unit", label: item["label"], unit: item["unit"]) : item["label"]

        # Behind the label: that it is needed, where that shows in no other way, or need not be.
        def note
          return t(".needed_each") if item["needed_each"]

          t("forms.optional") unless item["required"]
        end

        def kind = control.fetch(:kind, "text")
        def chosen?(option) = Array(@value).include?(option)

        def help
          words = [@hint, item["help"]].compact
          words << t(".found_while_typing") if words.empty? && type.contact?
          words.join(" ") unless words.empty?
        end

        def options
          nothing = ["", t(".not_said")]
          return [nothing, ["yes", t("answers.yes")], ["no", t("answers.no")]] unless type.options?

          [nothing, *item["options"].map { |option| [option, option] }]
        end

        def extra = control.except(:name, :kind)
      end
    end
  end
end
