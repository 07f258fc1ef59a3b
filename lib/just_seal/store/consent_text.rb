# frozen_string_literal: true

module JustSeal
  module Store
    # What a party agrees to before signing electronically, by version.
    class ConsentText < Sequel::Model(:consent_texts)
      unrestrict_primary_key

      def self.in_force(now) = where { in_force_from <= now }.order(Sequel.desc(:version)).first
    end
  end
end
