# frozen_string_literal: true

module JustSeal
  module Store
    # One version of the rules; never changed.
    class Rulebook < Sequel::Model(:rulebooks)
      unrestrict_primary_key
      many_to_one :maker, class: "JustSeal::Store::Account", key: :made_by

      # The one that is in force at +time+; nil before the first.
      def self.in_force(time)
        where(Sequel[:starts_at] <= time).order(Sequel.desc(:starts_at), Sequel.desc(:version)).first
      end

      # As the core wants it.
      def rules = Core::Assurance::Rulebook.new(definition.to_h)
    end
  end
end
