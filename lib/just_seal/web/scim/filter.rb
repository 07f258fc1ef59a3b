# frozen_string_literal: true

module JustSeal
  module Web
    module Scim
      # A filter of SCIM, as far as directories use them: one attribute that equals a value (RFC 7644, 3.4.2.2).
      module Filter
        FORM = /\A(?<name>[A-Za-z.]+) +eq +"(?<value>(?:[^"\\]|\\.)*)"\z/i

        module_function

        # [attribute in small letters, value]; nil for no filter. Raises Patch::Refused.
        def read(text)
          return if text.to_s.strip.empty?

          found = FORM.match(text.strip) or raise Patch::Refused, "invalidFilter"
          value = JSON.parse("\"#{found[:value]}\"")
          raise Patch::Refused, "invalidFilter" if value.match?(/[[:cntrl:]]/)

          [found[:name].downcase, value]
        rescue JSON::ParserError
          raise Patch::Refused, "invalidFilter"
        end
      end
    end
  end
end
