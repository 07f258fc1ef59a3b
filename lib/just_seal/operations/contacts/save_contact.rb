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
        name = Store::Contact.at(card["email"])&.name
        raise Errors::Invalid, { "email" => Core::Problem.new(:address_of_contact, name: name) }
      end

      private

      def change(id, edits, card)
        contact = Store::Contact.live.where(id: id).for_update.first or raise Errors::Missing, :no_such_contact
        raise Errors::Conflict.new(:changed_meanwhile, name: contact.name) unless contact.edits == edits

        contact.update(card.merge("edits" => edits + 1))
      end
    end
  end
end
