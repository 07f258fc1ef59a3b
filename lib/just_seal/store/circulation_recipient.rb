# frozen_string_literal: true

module JustSeal
  module Store
    # Somebody whom a circulation asks.
    class CirculationRecipient < Sequel::Model(:circulation_recipients)
      many_to_one :circulation, class: "JustSeal::Store::Circulation"
      many_to_one :docket, class: "JustSeal::Store::Docket"
      many_to_one :party, class: "JustSeal::Store::Party"

      dataset_module do
        # Those who are still to be asked.
        def unsent = where(docket_id: nil, problem: nil, left_at: nil)
        def here = where(left_at: nil)
      end

      # Where it is written to: the mail address, or else the telephone number.
      def reached_at = email.empty? ? telephone : email

      # Values of a party.
      def seat = values.slice(:kind, :account_id, :name, :email, :organisation, :job_title, :telephone)
    end
  end
end
