# frozen_string_literal: true

module JustSeal
  module Core
    module Fields
      module Detection
        # Who fills in what was found.
        class Owners
          # How far to the right of a line a name may begin.
          BESIDE_POINTS = 120
          ROW_POINTS = 4

          # +found+: [[Page, Found], ...]; +people+: [Person, ...] in the order of their turns.
          def initialize(found, people)
            @people = people
            @signers = people.select(&:signs)
            @signatures = assigned(found.select { |_, one| one.kind == "signature" })
            @initials = in_order(found.select { |_, one| one.kind == "initials" })
          end

          # The letter of the party that fills in +one+ of +page+; nil for nobody.
          def of(page, one)
            return one.letter if one.letter
            return @signatures[[page.number, one]] if one.kind == "signature"

            neighbour(page, one) || @initials[[page.number, one]] || alone(one)
          end

          private

          # {[page number, Found] => letter} of initials that stand by themselves, as at the foot of each page: those of
          # one line are of one signer each, from the left.
          def in_order(initials)
            lines = initials.group_by { |page, one| [page.number, one.height.round] }.values
            lines.flat_map { |line| line.zip(@signers) }.filter_map do |(page, one), signer|
              [[page.number, one], signer.letter] if signer
            end.to_h
          end

          # {[page number, Found] => letter}: who is named above, or else the next signer who has none yet; nil when
          # nobody is left.
          def assigned(signatures)
            named = signatures.to_h { |page, one| [[page.number, one], one.letter || named_near(page, one.line)] }
            left = @signers.map(&:letter) - named.values
            named.to_h { |key, letter| [key, letter || left.shift] }
          end

          # The signer whose name or organisation stands just beneath +blank+, or nearest above it; nil for none or
          # several.
          def named_near(page, blank)
            rows_near(page, blank).each do |words|
              text = words.sort_by(&:x).map(&:text).join(" ").downcase
              named = @signers.select { |person| named_in?(person, text) }
              return named.first.letter if named.size == 1
            end
            nil
          end

          # Rows of words, those beneath first, each way the nearest first.
          def rows_near(page, blank)
            heights = (blank.y - BENEATH_POINTS - 5)..(blank.y + CONTEXT_POINTS)
            right = blank.x + blank.length + BESIDE_POINTS
            near = page.words.select { |word| heights.cover?(word.y) && word.x < right }
            rows = near.group_by { |word| (word.y / ROW_POINTS).round * ROW_POINTS }
            rows.sort_by { |y, _| y < blank.y ? blank.y - y : y - blank.y + CONTEXT_POINTS }.map(&:last)
          end

          def named_in?(person, text) = person.names.any? { |name| name.length > 2 && text.include?(name.downcase) }

          # The party whose signature is nearest on the same page.
          def neighbour(page, one)
            near = @signatures.select do |(number, other), _|
              number == page.number && (other.height - one.height).abs <= SAME_BLOCK_POINTS
            end
            near.min_by { |(_, other), _| [(other.height - one.height).abs, other.height < one.height ? 1 : 0] }&.last
          end

          # A text or a box belongs to the first who acts; a date or name without a signature near belongs to nobody.
          def alone(one) = one.box || %w[text number].include?(one.kind) ? @people.first&.letter : nil
        end
      end
    end
  end
end
