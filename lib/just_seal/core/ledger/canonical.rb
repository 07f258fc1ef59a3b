# frozen_string_literal: true

require "json"

module JustSeal
  module Core
    module Ledger
      # RFC 8785 for the values that the ledger uses: text, integers, true, false, null, lists, objects with ASCII keys.
      module Canonical
        INTEGERS = (-(2**53 - 1)..(2**53 - 1)) # RFC 8785, 3.2.2.3: beyond these, readers disagree

        module_function

        # Canonical text of +value+; raises Refused :not_canonical for what has no single form.
        def dump(value)
          case value
          when Hash then object(value)
          when Array then "[#{value.map { |item| dump(item) }.join(',')}]"
          when Integer then number(value)
          when String then text(value)
          when true, false, nil then value.to_json
          else raise Refused.new(:not_canonical, type: value.class.name)
          end
        end

        def object(hash)
          keys = hash.keys.map(&:to_s)
          raise Refused.new(:not_canonical, type: "key") unless keys.all?(&:ascii_only?) && keys.uniq.size == keys.size

          "{#{hash.transform_keys(&:to_s).sort.map { |key, item| "#{text(key)}:#{dump(item)}" }.join(',')}}"
        end

        def number(integer)
          raise Refused.new(:not_canonical, type: "integer beyond 2^53") unless INTEGERS.cover?(integer)

          integer.to_s
        end

        def text(string)
          utf8 = string.encode(Encoding::UTF_8)
          raise Refused.new(:not_canonical, type: "text that is not UTF-8") unless utf8.valid_encoding?

          JSON.generate(utf8)
        end
      end
    end
  end
end
