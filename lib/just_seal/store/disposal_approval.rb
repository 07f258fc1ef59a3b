# frozen_string_literal: true

module JustSeal
  module Store
    # That somebody approved a disposal, in their role, and which list that was.
    class DisposalApproval < Sequel::Model(:disposal_approvals)
      unrestrict_primary_key
      many_to_one :account, class: "JustSeal::Store::Account"
    end
  end
end
