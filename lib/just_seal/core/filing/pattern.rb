# frozen_string_literal: true

module JustSeal
  module Core
    module Filing
      # A small pattern language for texts: letters and digits as they are, \d, \w, ., [classes], and ?, *, +, {n},
      # {n,m}. There are no groups and at most two open-ended repetitions, so that no text can make matching slow.
      module Pattern
        ATOM = %r{\\[dws.\-/()\[\]{}+*?\\]|\[\^?(?:\\.|[^\]\\\[])+\]|[^\\\[\](){}*+?|^$]}
        REPEAT = /\{\d{1,2}(,\d{1,2})?\}|[?*+]/
        WHOLE = /\A(?:#{ATOM}(?:#{REPEAT})?){1,40}\z/
        MAX_OPEN_ENDED = 2

        module_function

        # The Regexp for +text+, which must match a value from its first to its last character. Raises Refused :pattern.
        def compile(text)
          unless text.match?(WHOLE) && text.scan(/(?<!\\)[*+]/).size <= MAX_OPEN_ENDED
            raise Refused.new(
              :pattern,
              text: text
            )
          end

          Regexp.new("\\A(?:#{text})\\z")
        rescue RegexpError
          raise Refused.new(:pattern, text: text)
        end

        def valid?(text)
          compile(text)
          true
        rescue Refused
          false
        end
      end
    end
  end
end
