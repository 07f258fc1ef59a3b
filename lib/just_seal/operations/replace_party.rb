# frozen_string_literal: true

module JustSeal
  module Operations
    # Corrects the address of a party that has not acted, or puts somebody else in its place. Its links die, what it
    # proved and agreed to counts no more, and whoever it is now is invited anew when it is its turn.
    class ReplaceParty < Operation
      include Replacing

      # +name+, +email+, +organisation+: text of somebody outside; +account_id+: of a member of staff instead. Returns
      # the party.
      # Raises Errors::Invalid keyed "name" or "email", Errors::Conflict when the party has acted or the docket has
      # ended.
      def call(actor, number:, letter:, name: "", email: "", organisation: "", account_id: nil)
        values = account_id ? staff(account_id) : outside(name, email, organisation)
        transaction do
          docket = Store::Docket.locked(number)
          allow_docket!(actor, docket, :send)
          party = Store::Party.where(
            docket_id: docket.id,
            letter: letter
          ).for_update.first or raise Errors::Missing, "#{number} has no party #{letter}."
          check(docket, party, values)
          change(actor, docket, party, values)
        end
      end

      private

      def staff(id)
        row = Store::Account.live.first(id: id) or raise Errors::Invalid, { "account" => "Choose a member of staff." }
        row.seat
      end

      def check(docket, party, values)
        raise Errors::Conflict, "Docket #{docket.number} is not out: #{docket.state}." unless docket.state == "out"
        unless Core::Dockets::States::REPLACEABLE.include?(party.state)
          raise Errors::Conflict,
            "#{party.name} has acted already. Nothing was changed."
        end
        return unless values.except(:job_title).all? { |key, value| party[key] == value }

        raise Errors::Invalid, { "email" => "This is who #{party.letter} is already." }
      end

      def change(actor, docket, party, values)
        kind = party.name == values[:name] ? "party.corrected" : "party.replaced"
        enter(
          docket,
          kind,
          actor,
          "party" => party.letter,
          "name" => values[:name],
          "email" => values[:email],
          "before" => party.email
        )
        replace(docket, party, values)
      end
    end
  end
end
