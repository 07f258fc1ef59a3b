# frozen_string_literal: true

require "date"

module JustSeal
  module Core
    module Assurance
      # The assurance level that proofs reach (ISO/IEC 29115), with the reasons.
      module Level
        # +level+: 0 to 4; +counted+: [[proof, reason], ...] that made it; +left_out+: [[proof, reason], ...] that did
        # not. Reasons are symbols.
        Result = Value.of(:level, :counted, :left_out) do
          # Those that were too old.
          def stale = left_out.select { |_, reason| reason == :stale }.map(&:first)
        end

        FRESH_MINUTES = 30
        # Clocks of two machines may differ by this much.
        AHEAD_SECONDS = 60
        # An authenticator that was enrolled under less counts as one more channel, and for no more than that.
        MIN_BOUND = 3
        # Under less than this nobody enrols an authenticator.
        MIN_BINDING = 2
        # What only a card makes: the act is signed by that card as well.
        CARD = 4

        # [level, reason, the proofs of a list that make it, or nil], the highest first; see "Level reached".
        RULES = [
          [4, :card, ->(all) { pick(all, "card") }],
          [3, :passkey, ->(all) { strong(all, "passkey") }],
          [3, :app_and_phrase, ->(all) { both(strong(all, "app_code"), pick(all, "phrase")) }],
          [3, :registry_and_link, ->(all) { both(pick(all, "civil_id"), came_by_link(all)) }],
          [
            3,
            :seen_and_code,
            lambda { |all|
              both(
                both(pick(all, "seen"), came_by_link(all)),
                all.find { |proof| proof.of_method.code? }&.then { |proof| [proof] }
              )
            }
          ],
          [2, :two_channels, ->(all) { two_channels(all) }],
          [
            2,
            :account_with_two_factors,
            lambda { |all|
              all.select do |proof|
                proof.method == "account" && proof["factors"].to_i >= 2
              end.first(1).then do |one|
                one unless one.empty?
              end
            }
          ],
          [1, :link, ->(all) { came_by_link(all) }],
          [1, :account, ->(all) { pick(all, "account") }],
          [1, :seen, ->(all) { pick(all, "seen") }]
        ].freeze

        module_function

        # +proofs+: of one party for one turn; +now+: Time; +fresh_minutes+: how long a proof counts; +forbidden+:
        # methods that the rulebook does not take.
        def reached(proofs, now:, fresh_minutes: FRESH_MINUTES, forbidden: [])
          judged = proofs.map { |proof| [proof, unfit(proof, now, fresh_minutes, forbidden)] }
          level, reason, made = highest(judged.select { |_, why| why.nil? }.map(&:first))
          left = judged.reject { |proof, _| made.any? { |one| one.equal?(proof) } }
          Result.new(
            level: level,
            counted: made.map { |proof| [proof, reason] },
            left_out: left.map { |proof, why| [proof, why || leftover(proof)] }
          )
        end

        # [level, rule, proofs that it takes] of the first rule that +usable+ proofs satisfy.
        def highest(usable)
          met = RULES.lazy.filter_map do |level, rule, takes|
            used = takes.call(usable)
            [level, rule, used] if used
          end
          met.first || [0, nil, []]
        end

        # Why a proof does not count at all; nil when it may.
        def unfit(proof, now, fresh_minutes, forbidden)
          return :unknown_method unless proof.of_method
          return :forbidden if forbidden.include?(proof.method)
          return :from_the_future if proof.at - now > AHEAD_SECONDS
          return :stale if now - proof.at > fresh_minutes * 60

          proof.of_method.unfit(proof, now)
        end

        def leftover(proof)
          proof.of_method.bound? && proof["bound_level"].to_i < MIN_BOUND ? :bound_too_weakly : :adds_nothing
        end

        def pick(all, method) = all.reverse.find { |proof| proof.method == method }&.then { |proof| [proof] }
        def came_by_link(all) = Methods::LINKS.lazy.filter_map { |link| pick(all, link) }.first
        def strong(all, method) = pick(all.select { |proof| proof["bound_level"].to_i >= MIN_BOUND }, method)
        def both(one, two) = one && two && (one + two)

        # One proof of each of two channels; nobody has come in at all but by the link, by the account, or led in by the
        # member of staff who saw them.
        def two_channels(all)
          came = came_by_link(all) || pick(all, "account") || pick(all, "seen") or return
          other = all.reject { |proof| proof.of_method.channel == came.first.of_method.channel }.last or return
          [*came, other]
        end
      end
    end
  end
end
