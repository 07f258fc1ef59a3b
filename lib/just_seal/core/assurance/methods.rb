# frozen_string_literal: true

module JustSeal
  module Core
    module Assurance
      # The ways in which a party shows who it is.
      module Methods
        # +factors+: of "has", "knows", "is" (NIST SP 800-63B, 4); +channel+: what it goes over; two methods of one
        # channel add up to nothing; +ease+: the lower, the less it asks of a party; +code+: is it a fresh code that
        # is typed?; +bound+: does it rest on an authenticator that was enrolled before?
        Method = Value.of(:id, :label, :factors, :channel, :ease, :code, :bound)

        ALL = [
          ["link", "personal link", %w[has], "mailbox", 0, false, false],
          ["account", "staff account", %w[knows], "account", 0, false, false],
          ["mail_code", "code by mail", %w[has], "mailbox", 1, true, false],
          ["phrase", "agreed phrase", %w[knows], "by hand", 2, false, false],
          ["text_code", "code by text message", %w[has], "telephone", 3, true, false],
          ["app_code", "code of an app", %w[has], "app", 4, true, true],
          ["passkey", "passkey", %w[has is knows], "key", 4, false, true],
          ["civil_id", "civil identity", %w[has], "registry", 6, false, false],
          ["card", "card with PIN", %w[has knows], "card", 8, false, false],
          ["seen", "seen in person", %w[has], "in person", 12, false, false]
        ].to_h do |id, label, factors, channel, ease, code, bound|
          [
            id,
            Method.new(
              id: id,
              label: label,
              factors: factors.freeze,
              channel: channel,
              ease: ease,
              code: code,
              bound: bound
            )
          ]
        end.freeze
      end
    end
  end
end
