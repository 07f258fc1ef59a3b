# frozen_string_literal: true

require "openssl"

module JustSeal
  module Operations
    # Asks the time-stamp authority and the status services once, and says what came back. Nothing is changed.
    class TryAuthorities < Operation
      # +what+: :time_stamps, or the name of a key; +fine+; +told+: Symbol, Core::Problem or Error; +milliseconds+
      CLOCKS_AGREE_SECONDS = 5
      Answer = Core::Value.of(:what, :fine, :told, :milliseconds)

      def call(actor)
        allow!(actor, :see_rules)
        [
          timed(:time_stamps) { stamp },
          *Ports::SigningKeys::NAMES.keys.map { |name| timed(name) { status(name) } }
        ]
      end

      private

      def timed(what)
        began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
        fine, told = yield
        Answer.new(
          what: what,
          fine: fine,
          told: told,
          milliseconds: ((Process.clock_gettime(Process::CLOCK_MONOTONIC) - began) * 1000).round
        )
      rescue Error => e
        Answer.new(
          what: what,
          fine: false,
          told: e,
          milliseconds: ((Process.clock_gettime(Process::CLOCK_MONOTONIC) - began) * 1000).round
        )
      end

      def stamp
        token, result = TrialStamp.call
        name = result.authority ? Core::Trust::Chain.name(result.authority) : "nobody"
        unless result.valid
          return [false, Core::Problem.new(:stamp_not_accepted, name: name, reason: result.reason.to_s.tr("_", " "))]
        end

        at = result.at.utc.strftime("%F %T UTC")
        [true, Core::Problem.new(:stamped, name: name, at: at, policy: policy(token), clock: clock(result.at - now))]
      end

      def policy(token) = OpenSSL::Timestamp::TokenInfo.new(Core::Trust::Cms.read(token).content).policy_id

      def clock(seconds)
        seconds.abs < CLOCKS_AGREE_SECONDS ? :clocks_agree : Core::Problem.new(:clock_off, count: seconds.round)
      end

      def status(name)
        signer = office.keys[name]
        state, material = office.status.judge(signer.certificate, signer.chain)
        if state == :good
          return [true, Core::Problem.new(:status_good, answers: material.ocsps.size, lists: material.crls.size)]
        end

        [false, state == :revoked ? Core::Problem.new(:status_revoked, name: name) : :status_silent]
      end
    end
  end
end
