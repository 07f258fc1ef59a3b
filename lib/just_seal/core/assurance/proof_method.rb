# frozen_string_literal: true

module JustSeal
  module Core
    module Assurance
      # A way in which a party shows who it is. Each is a class of its own under methods/, which declares what it rests
      # on; Methods lists them all. Its name stands in the locale files under methods.
      class ProofMethod
        class << self
          # The name under which proofs keep their method.
          def id(name = nil) = name ? @id = name.to_s.freeze : @id

          # Of :has, :knows and :is (NIST SP 800-63B, 4).
          def factors(*names) = names.empty? ? @factors : @factors = names.map(&:to_s).freeze

          # What it goes over; two methods of one channel add up to nothing.
          def channel(name = nil) = name ? @channel = name : @channel

          # The lower, the less it asks of a party.
          def ease(number = nil) = number ? @ease = number : @ease

          # What has to be there for a party to use it: :nothing, :mailbox, :phrase, :telephone, :authenticator,
          # :registry, :reader or :colleague (who sees the party); :entrance for what opens the room.
          def needs(name = nil) = name ? @needs = name : @needs

          # Facts of a proof by it when all goes well.
          def ideal(**facts) = facts.empty? ? @ideal : @ideal = facts.transform_keys(&:to_s).freeze
        end

        def id = self.class.id
        def factors = self.class.factors
        def channel = self.class.channel
        def ease = self.class.ease
        def needs = self.class.needs
        def ideal = self.class.ideal

        # Does it rest on an authenticator that was enrolled before?
        def bound? = needs == :authenticator

        # Can a party use it in the room by itself?
        def by_itself? = !%i[entrance colleague].include?(needs)

        # Is it a fresh code that is typed?
        def code? = false

        # Why +proof+ does not count at +now+, beside its age: a Symbol, nil when it may.
        def unfit(_proof, _now) = nil
      end
    end
  end
end
