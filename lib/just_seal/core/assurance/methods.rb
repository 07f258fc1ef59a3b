# frozen_string_literal: true

module JustSeal
  module Core
    module Assurance
      # All ways in which a party shows who it is. Whoever adds one writes its class, names it here, and gives it its
      # words; where it is typed in the room, Web::SigningRoom::Proofs::TYPED names what checks it.
      module Methods
        CLASSES = [
          Link,
          TextLink,
          Account,
          MailCode,
          Phrase,
          TextCode,
          AppCode,
          Passkey,
          CivilId,
          Card,
          Seen
        ].freeze
        # {id => ProofMethod}
        ALL = CLASSES.to_h { |method| [method.id, method.new] }.freeze
        # By which a party comes in from outside.
        LINKS = [Link.id, TextLink.id].freeze
        # Without which nobody comes in: no rule takes them away by allowing others.
        ALWAYS = [Link.id, Account.id].freeze
      end
    end
  end
end
