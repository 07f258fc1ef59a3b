# frozen_string_literal: true

module JustSeal
  module Operations
    # Makes a contact or changes one.
    class SaveContact < Operation
      # +given+: {key => text} with keys of Core::Contacts::Card; +id+, +edits+: of the contact that is changed.
      # Returns the Store::Contact. Raises Errors::Invalid, Errors::Conflict when somebody else saved meanwhile.
      def call(actor, given:, id: nil, edits: 0)
        allow!(actor, :keep_contacts)
        card = Core::Contacts::Card.plain(given)
        problems = Core::Contacts::Card.problems(card)
        raise Errors::Invalid, problems unless problems.empty?

        transaction { id ? change(id, edits, card) : Store::Contact.create(card.merge("created_at" => now)) }
      rescue Sequel::UniqueConstraintViolation
        raise Errors::Invalid,
          {
            "email" => "#{Store::Contact.at(card["email"])&.name} has this address already. Change that contact, or " \
                       "merge the two."
          }
      end

      private

      def change(id, edits, card)
        contact = Store::Contact.live.where(id: id).for_update.first or raise Errors::Missing,
          "There is no such contact any more."
        unless contact.edits == edits
          raise Errors::Conflict,
            "Somebody else changed #{contact.name} meanwhile. Load the page again; what you typed is still in the form."
        end

        contact.update(card.merge("edits" => edits + 1))
      end
    end
  end
end
