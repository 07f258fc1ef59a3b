# frozen_string_literal: true

module JustSeal
  module Core
    module Dockets
      # Electronic mail addresses as people type them (RFC 5321, 4.1.2 and its size limits).
      module Address
        LOCAL = %r{[A-Za-z0-9!#$%&'*+/=?^_`{|}~-]+(\.[A-Za-z0-9!#$%&'*+/=?^_`{|}~-]+)*}
        LABEL = /[A-Za-z0-9]([A-Za-z0-9-]{0,61}[A-Za-z0-9])?/
        SYNTAX = /\A#{LOCAL}@(#{LABEL}\.)+[A-Za-z][A-Za-z0-9-]{0,61}[A-Za-z0-9]\z/
        MAX_CHARACTERS = 254
        MAX_LOCAL_CHARACTERS = 64
        MAX_DIFFERENT = 2
        # Shorter words are like one another by chance.
        MIN_LETTERS = 5

        module_function

        def valid?(address)
          address.length <= MAX_CHARACTERS && address.index("@").to_i <= MAX_LOCAL_CHARACTERS &&
            address.match?(SYNTAX)
        end

        # The one of +known+ addresses that +address+ was most likely meant to be, nil when it is known itself or like
        # none: at most two letters of the domain differ, or of the name before a known domain.
        def meant(address, known)
          plain = normal(address)
          names = known.map { |one| normal(one) }.uniq
          return if names.include?(plain) || !plain.include?("@")

          local, domain = plain.split("@", 2)
          domains = names.map { |name| name.split("@", 2).last }.uniq
          near = domains.include?(domain) ? nil : nearest(domain, domains)
          return "#{local}@#{near}" if near

          here = names.filter_map { |name| name.delete_suffix("@#{domain}") if name.end_with?("@#{domain}") }
          nearest(local, here)&.then { |name| "#{name}@#{domain}" }
        end

        # The one of +words+ that differs from +word+ by the fewest letters, at most two of at least five; nil without
        # one.
        def nearest(word, words)
          alike = words.select do |other|
            (other.length - word.length).abs <= MAX_DIFFERENT && [word, other].map(&:length).min >= MIN_LETTERS
          end
          best = alike.map { |other| [distance(word, other), other] }.min
          best&.last if best&.first&.between?(1, MAX_DIFFERENT)
        end

        # Letters to put in, take out, change, or swap with their neighbour (optimal string alignment).
        def distance(one, two)
          rows = [(0..two.length).to_a]
          (1..one.length).each do |i|
            row = [i]
            (1..two.length).each do |j|
              swapped = i > 1 && j > 1 && one[i - 1] == two[j - 2] && one[i - 2] == two[j - 1]
              row << cell(rows, row, one[i - 1] == two[j - 1], swapped)
            end
            rows << row
          end
          rows.last.last
        end

        # The next cell of +row+: the fewest changes that lead there from its neighbours. +rows+: those above.
        def cell(rows, row, same, swapped)
          j = row.size
          least = [rows[-1][j] + 1, row[-1] + 1, rows[-1][j - 1] + (same ? 0 : 1)].min
          swapped ? [least, rows[-2][j - 2] + 1].min : least
        end

        # The form under which two spellings of one mailbox are compared.
        def normal(address) = address.strip.downcase
      end
    end
  end
end
