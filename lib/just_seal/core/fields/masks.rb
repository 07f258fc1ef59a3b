# frozen_string_literal: true

module JustSeal
  module Core
    module Fields
      # Forms in which a text is typed, each with an example: what fits is kept in one way of writing, whatever spaces
      # and dashes it was typed with.
      #
      # An own one is written with 9 for a digit, A for a letter and * for either; all else stands for itself, and need
      # not be typed: "99-AAA".
      module Masks
        # Hours and minutes of a day.
        module Time
          EXAMPLE = "14:30"

          def self.example(_form) = EXAMPLE

          def self.fit(text, _form)
            hours, minutes = text.match(/\A(\d{1,2})[:.\s]?(\d{2})\z/)&.captures
            format("%02d:%02d", hours.to_i, minutes.to_i) if hours && hours.to_i < 24 && minutes.to_i < 60
          end
        end

        # In groups, with its country in front where somebody says it. ITU-T E.164 knows 15 digits at most.
        module Telephone
          EXAMPLE = "+47 900 00 000"

          def self.example(_form) = EXAMPLE

          def self.fit(text, _form)
            plain = text.tr("-/.", "   ").squeeze(" ").strip
            plain if plain.match?(/\A\+?[\d ()]+\z/) && plain.scan(/\d/).size.between?(5, 15)
          end
        end

        # Letters and digits of any country's post.
        module Postcode
          EXAMPLE = "5003"

          def self.example(_form) = EXAMPLE

          def self.fit(text, _form)
            plain = text.upcase.squeeze(" ")
            plain if plain.match?(/\A[A-Z0-9](?:[ -]?[A-Z0-9]){2,9}\z/)
          end
        end

        # ISO 13616-1: a country, two check digits by ISO/IEC 7064 (MOD 97-10), and up to 30 letters and digits.
        module Iban
          EXAMPLE = "NO13 0000 0000 000"

          def self.example(_form) = EXAMPLE

          def self.fit(text, _form)
            plain = text.upcase.delete(" -")
            plain.scan(/.{1,4}/).join(" ") if plain.match?(/\A[A-Z]{2}\d{2}[A-Z0-9]{10,30}\z/) && checked?(plain)
          end

          def self.checked?(plain)
            (plain[4..] + plain[0, 4]).gsub(/[A-Z]/) { |letter| (letter.ord - 55).to_s }.to_i % 97 == 1
          end
        end

        # As the office writes it.
        module Own
          SIGNS = { "9" => /\d/, "A" => /\p{L}/, "*" => /[\p{L}\d]/ }.freeze
          SHOWN = { "9" => "0123456789", "A" => "ABCDEFGHIJ", "*" => "A1B2C3D4E5" }.freeze

          # Each sign stands for the next of its kind.
          def self.example(form)
            counts = Hash.new(0)
            form.gsub(/[9A*]/) { |sign| SHOWN[sign][(counts[sign] += 1) % 10] }
          end

          # What stands for itself is passed over where it was typed, and written where not.
          def self.fit(text, form)
            typed = text.chars
            written = form.each_char.map do |sign|
              kind = SIGNS[sign]
              one = typed.shift if kind || typed.first == sign
              kind ? one&.match?(kind) && one : sign
            end
            written.join if written.all? && typed.empty?
          end
        end

        ALL = { "time" => Time, "telephone" => Telephone, "postcode" => Postcode, "iban" => Iban, "own" => Own }.freeze

        module_function

        # The mask of +spot+; nil where it has none.
        def of(spot) = ALL[spot.setting("mask")]

        def example(spot) = of(spot)&.example(spot.setting("mask_form"))

        # +text+ as it is kept, nil where it does not fit.
        def fit(spot, text) = of(spot).fit(text, spot.setting("mask_form"))
      end
    end
  end
end
