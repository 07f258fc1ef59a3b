# frozen_string_literal: true

module JustSeal
  module Core
    module Instructions
      # The texts of steps: {{NAME}} is a particular of the record, or one of its own names as of Filing::Naming;
      # {{NAME.email}} and {{NAME.organisation}} speak of a contact, {{call.NAME}} of what a call from outside brought,
      # {{typed.KEY}} of what parties typed into a field of the docket before.
      module Marks
        OF_CONTACT = %w[email organisation].freeze
        # Names of which only the run knows what they are.
        LATER = /\A(?:call|typed)\./
        TYPED = "typed."
        CALL = "call."

        module_function

        # What is wrong with +text+ as a Problem, nil for nothing. +types+: {name of a particular => type}; +asked+:
        # names that a call brings.
        def problem(text, types, asked: [])
          Filing::Naming.problem(text, known(types).merge(later(text, asked)))
        end

        # +text+ with its marks filled in. +values+: {name => value, as particulars are kept}, also of .values.
        def fill(text, values) = Filing::Naming.apply(text, values)

        # All that texts may speak of. +particulars+: {name => kept value}; +own+: {name => text}; +call+, +typed+:
        # {name => text}.
        def values(particulars, own: {}, call: {}, typed: {})
          contacts = particulars.select { |_, value| value.is_a?(Hash) }.flat_map do |name, value|
            OF_CONTACT.map { |part| ["#{name}.#{part}", value[part].to_s] }
          end
          { **particulars, **contacts.to_h, **own, **under(CALL, call), **under(TYPED, typed) }
        end

        def under(prefix, values) = values.transform_keys { |name| "#{prefix}#{name}" }

        def known(types)
          contacts = types.select { |_, type| type == "contact" }.keys
          types.merge(contacts.product(OF_CONTACT).to_h { |name, part| ["#{name}.#{part}", "text"] })
        end

        def later(text, asked)
          names = text.scan(Filing::Naming::MARK).map(&:first).grep(LATER)
          names.select { |name| name.start_with?(TYPED) || asked.include?(name.delete_prefix(CALL)) }
            .to_h { |name| [name, "text"] }
        end
      end
    end
  end
end
