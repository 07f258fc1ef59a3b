# frozen_string_literal: true

module JustSeal
  module Store
    # Under what number an account stands in the directory that keeps it.
    class ProvisionedAccount < Sequel::Model(:provisioned_accounts)
      unrestrict_primary_key
      many_to_one :account, class: "JustSeal::Store::Account"
    end
  end
end
