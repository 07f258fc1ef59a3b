# frozen_string_literal: true

module JustSeal
  module Store
    # Who a member of staff is at a provider where they sign on.
    class SignOnIdentity < Sequel::Model(:sign_on_identities)
      many_to_one :account, class: "JustSeal::Store::Account"
    end
  end
end
