# frozen_string_literal: true

module JustSeal
  module Queries
    # Who takes over from somebody who leaves, where nobody has said who.
    module Successor
      module_function

      # Store::Account, or nil: the head of their unit, of the nearest one above, or else the administrator who has been
      # here longest.
      def of(account)
        heads = Store::Unit.upwards(account.unit).filter_map { |name| Store::Unit[name].head_id }
        people = Store::Account.live.exclude(id: account.id).where(id: heads).as_hash(:id)
        fit = heads.filter_map { |id| people[id] }.find { |one| Core::Rights.may?(one.role, :send) }
        fit || Store::Account.live.exclude(id: account.id).where(role: "administrator").order(:id).first
      end
    end
  end
end
