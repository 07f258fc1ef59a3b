# frozen_string_literal: true

require "strscan"

module JustSeal
  module Core
    module Cmis
      # A query in the subset of CMIS SQL that is understood here (CMIS 1.1, 2.1.14): one type, comparisons of columns
      # with literals, IN, LIKE, IS NULL, CONTAINS, IN_FOLDER, IN_TREE, joined by AND, OR, NOT, and an order.
      #
      #   SELECT cmis:name, js:vessel FROM js:MB WHERE js:vessel LIKE 'MV%' AND cmis:creationDate > TIMESTAMP '2026-…'
      class Statement
        # +columns+: names, [] for all; +type+; +where+: a condition or nil; +order+: [[name, descending?], ...].
        # Conditions are [:and, one, other], [:or, one, other], [:not, one], [:compare, name, sign, value],
        # [:in, name, [value, ...]], [:like, name, pattern], [:null, name, true or false], [:contains, words],
        # [:in_folder, id], [:in_tree, id]. Values are text, BigDecimal, true, false.
        Query = Value.of(:columns, :type, :where, :order)
        NAME = /[A-Za-z]\w*(?::\w+)?/
        TEXT = /'((?:[^'\\]|\\.|'')*)'/
        NUMBER = /-?\d+(?:\.\d+)?/
        SIGN = /<>|<=|>=|=|<|>/
        MAX_LENGTH = 4000
        MAX_DEPTH = 50

        # Raises Refused :statement_unreadable with what stands where it is not understood.
        def self.read(text) = new(text).read

        def initialize(text)
          raise Refused.new(:statement_unreadable, at: text[0, 40]) if text.length > MAX_LENGTH

          @rest = StringScanner.new(text.strip)
          @depth = 0
        end

        def read
          want(/SELECT/i)
          columns = columns()
          want(/FROM/i)
          type = name
          taken?(/AS/i) ? name : taken?(/(?!WHERE\b|ORDER\b)#{NAME}/o)
          where = taken?(/WHERE/i) ? alternatives : nil
          order = taken?(/ORDER\s+BY/i) ? order() : []
          fail_here unless @rest.eos?
          Query.new(columns: columns, type: type, where: where, order: order)
        end

        private

        def fail_here = raise(Refused.new(:statement_unreadable, at: @rest.rest[0, 40]))
        def space = @rest.skip(/\s+/)

        # Takes a word or sign, where it stands.
        def taken?(pattern)
          space
          ending = pattern.source.match?(/\w\z/) ? /\b/ : //
          @rest.scan(/(?:#{pattern})#{ending}/i)
        end

        def want(pattern) = taken?(pattern) || fail_here

        def name
          space
          found = @rest.scan(NAME) || fail_here
          @rest.scan(/\.(#{NAME})/o) ? @rest[1] : found
        end

        def columns
          return [] if taken?(/\*/)

          list = [column]
          list << column while taken?(/,/)
          list
        end

        def column
          name.tap { taken?(/AS/i) && name }
        end

        def order
          list = [direction]
          list << direction while taken?(/,/)
          list
        end

        def direction = [name, taken?(/DESC/i) || (!taken?(/ASC/i).nil? && false)]

        def alternatives
          deeper do
            one = all
            one = [:or, one, all] while taken?(/OR/i)
            one
          end
        end

        def all
          one = single
          one = [:and, one, single] while taken?(/AND/i)
          one
        end

        def single
          return [:not, deeper { single }] if taken?(/NOT/i)
          return alternatives.tap { want(/\)/) } if taken?(/\(/)

          function || comparison
        end

        def deeper
          @depth += 1
          fail_here if @depth > MAX_DEPTH
          yield.tap { @depth -= 1 }
        end

        def function
          word = taken?(/CONTAINS\s*\(|IN_FOLDER\s*\(|IN_TREE\s*\(/i) or return
          taken?(/#{NAME}\s*,/o) # what it is of, where several are joined
          value = text
          want(/\)/)
          [word[/\w+/].downcase.to_sym, value]
        end

        def comparison
          column = name
          return [:null, column, taken?(/NOT/i).nil?].tap { want(/NULL/i) } if taken?(/IS/i)

          negated = taken?(/NOT/i)
          found = among(column)
          fail_here if negated && found.nil?
          found ||= [:compare, column, sign, value]
          negated ? [:not, found] : found
        end

        def among(column)
          return [:like, column, text] if taken?(/LIKE/i)
          return unless taken?(/IN/i)

          want(/\(/)
          list = [value]
          list << value while taken?(/,/)
          want(/\)/)
          [:in, column, list]
        end

        def sign
          space
          @rest.scan(SIGN) || fail_here
        end

        def value
          taken?(/TIMESTAMP/i)
          space
          return text if @rest.check(/'/)
          return BigDecimal(@rest[0]) if @rest.scan(NUMBER)
          return true if taken?(/TRUE/i)

          taken?(/FALSE/i) ? false : fail_here
        end

        def text
          space
          fail_here unless @rest.scan(TEXT)
          @rest[1].gsub("''", "'").gsub(/\\(.)/, '\1')
        end
      end
    end
  end
end
