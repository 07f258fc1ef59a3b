# frozen_string_literal: true

module JustSeal
  module Core
    module Circulations
      # Somebody who is to be asked. +kind+: "staff" or "outside"; +account_id+: of staff; +unit+: of staff, as it is
      # on that day; +given+: {"particulars.NAME", "ask.NAME" or "person.KEY" => text} from a file; +line+: in the file,
      # nil otherwise.
      Recipient = Value.of(
        :kind, :account_id, :name, :email, :organisation, :job_title, :telephone, :unit, :given, :line
      ) do
        # The same people once each, by where they are reached: who comes first stays.
        def self.once(recipients) = recipients.uniq(&:key)

        # The mail address, or else the telephone number.
        def key = Dockets::Channels.key(email, telephone)

        # {:name | :email | :telephone => Symbol or Problem} of what nobody can be asked by.
        def problems
          card = Contacts::Card.plain("name" => name, "email" => email, "telephone" => telephone)
          found = Contacts::Card.problems(card).slice("name", "email", "telephone").compact
          found["email"] ||= :email_missing if key.empty?
          found.transform_keys(&:to_sym)
        end
      end
    end
  end
end
