# frozen_string_literal: true

module JustSeal
  module Store
    # A mail in the outbox.
    class Message < Sequel::Model(:messages)
      many_to_one :docket, class: "JustSeal::Store::Docket"
      many_to_one :party, class: "JustSeal::Store::Party"
    end
  end
end
