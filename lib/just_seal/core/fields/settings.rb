# frozen_string_literal: true

module JustSeal
  module Core
    module Fields
      # Settings of a field as they come from a browser or a file: what its kind does not have is left out, what can't
      # be kept is refused. Whether they make sense together is told by FieldValidation.
      module Settings
        TEXTS = {
          "label" => 100,
          "help" => 300,
          "shown_when" => Formula::MAX_CHARACTERS,
          "formula" => Formula::MAX_CHARACTERS,
          "pattern" => 200,
          "mask_form" => 40,
          "default" => 500,
          "unit" => 20,
          "particular" => 40,
          "option" => 100,
          "set" => 120,
          "least" => 20,
          "most" => 20
        }.freeze
        MAX_OPTIONS = 2_000
        DECIMALS = (0..6)

        module_function

        # The settings to keep of +given+ for a field of +kind+ (id). Raises Refused :setting with the facts +setting+
        # and +limit+, a Symbol or Problem.
        def read(kind, given)
          gather(kind, given) { |fault| raise fault }
        end

        # The same without what can't be kept: each is yielded as the Refused that says so.
        def gather(kind, given)
          raise Refused.new(:setting, setting: "settings", limit: :settings_as_list) unless given.is_a?(Hash)

          kept = given.slice(*Kinds::ALL.fetch(kind).all_settings).to_h do |name, value|
            [name, one(name, value)]
          rescue Refused => e
            yield e
            [name, nil]
          end
          kept.reject { |_, value| [nil, "", [], false].include?(value) }
        end

        def one(name, value)
          return text(name, value, TEXTS.fetch(name)) if TEXTS.key?(name)

          send(name, value)
        end

        def text(name, value, most)
          plain = value.to_s.scrub("").unicode_normalize(:nfc).strip
          plain.length <= most ? plain : refuse(name, Problem.new(:characters, count: most))
        end

        def required(value) = value == true

        def decimals(value)
          return if value.nil? || value == ""

          number = value.to_s.match?(/\A\d\z/) ? value.to_i : -1
          DECIMALS.cover?(number) ? number : refuse("decimals", Problem.new(:number_up_to, limit: DECIMALS.max))
        end

        def mask(value) = Masks::ALL.key?(value) ? value : nil
        def rounding(value) = ValueParser::ROUNDINGS.key?(value) ? value : nil

        def options(value)
          list = Array(value).map { |option| text("options", option, TEXTS.fetch("option")) }.reject(&:empty?).uniq
          list.size <= MAX_OPTIONS ? list : refuse("options", Problem.new(:lines, count: MAX_OPTIONS))
        end

        def refuse(name, limit) = raise(Refused.new(:setting, setting: name, limit: limit))
      end
    end
  end
end
