# frozen_string_literal: true

module JustSeal
  module Store
    # An app or a key that a person enrolled, and under which proof. Its secret lies closed.
    class Authenticator < Sequel::Model(:authenticators)
      BY_ADMINISTRATOR = "administrator"

      dataset_module do
        # Those that can be used.
        where(:bound, Sequel.~(bound_at: nil) & { removed_at: nil })

        # Those of the person that +party+ is.
        def of(party) = where(email: Core::Dockets::Address.normal(party.email))
      end
    end
  end
end
