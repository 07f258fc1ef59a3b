# frozen_string_literal: true

require "openssl"

module JustSeal
  module Operations
    # Asks the time-stamp authority and the status services once, and says what came back. Nothing is changed.
    class TryAuthorities < Operation
      # +what+: in words; +fine+; +told+: what came back; +milliseconds+
      Answer = Core::Value.of(:what, :fine, :told, :milliseconds)

      def call(actor)
        allow!(actor, :see_rules)
        [
          timed("Time-stamp authority") do
            stamp
          end,
          *Ports::SigningKeys::NAMES.keys.map do |name|
            timed("Status of the #{name} key’s certificate") do
              status(name)
            end
          end
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
          told: e.message,
          milliseconds: ((Process.clock_gettime(Process::CLOCK_MONOTONIC) - began) * 1000).round
        )
      end

      def stamp
        data = OpenSSL::Random.random_bytes(32)
        token = office.time_stamps.call(OpenSSL::Digest::SHA256.digest(data))
        result = Core::Trust::TimeStamp.verify(token, data: data, roots: office.roots)
        info = OpenSSL::Timestamp::TokenInfo.new(Core::Trust::Cms.read(token).content)
        name = result.authority ? Core::Trust::Chain.name(result.authority) : "nobody"
        unless result.valid
          return [
            false,
            "#{name} stamped, but its stamp is not accepted here: #{result.reason.to_s.tr("_", " ")}. " \
            "Look at the accepted roots."
          ]
        end

        seconds = result.at - now
        off = seconds.abs < 5 ? "and its clock agrees with ours" : "#{seconds.round} seconds off our clock"
        [
          true,
          "Stamped by #{name} at #{result.at.utc.strftime("%F %T UTC")}, under policy #{info.policy_id}, #{off}."
        ]
      end

      def status(name)
        signer = office.keys[name]
        state, material = office.status.judge(signer.certificate, signer.chain)
        if state == :good
          return [
            true,
            "Good: #{material.ocsps.size} by OCSP, #{material.crls.size} by list, up to an accepted root."
          ]
        end

        [
          false,
          if state == :revoked
            "Revoked: exchange the key (bin/justseal rotate-key #{name})."
          else
            "Nobody answers for it. Nothing is sealed until somebody does."
          end
        ]
      end
    end
  end
end
