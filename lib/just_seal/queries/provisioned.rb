# frozen_string_literal: true

module JustSeal
  module Queries
    # Staff and units as a directory looks for them.
    module Provisioned
      MAX_COUNT = 200

      module_function

      # Datasets of staff. +by+: [attribute, value] or nil. nil for an attribute that nobody is found by.
      def staff(by)
        all = there.order(:id)
        return all unless by

        name, value = by
        case name
        when "username", "emails.value", "emails" then all.where(email: value)
        when "externalid" then all.where(id: Store::ProvisionedAccount.where(external_id: value).select(:account_id))
        when "id" then all.where(id: value.match?(/\A\d{1,18}\z/) ? value.to_i : nil)
        end
      end

      # What the directory has deleted is not there for it, though the account stays what it was.
      def there
        known = Store::ProvisionedAccount.select(:account_id)
        ended = Core::Offices::AccountState::ENDED
        Store::Account.staff.where(Sequel.~(status_id: ended) | { id: known })
      end

      # The same of units.
      def units(by)
        all = Store::Unit.live.order(:name)
        return all unless by

        all.where(name: by.last) if by.first == "displayname"
      end

      # {account id => number in the directory}
      def external_ids(accounts)
        Store::ProvisionedAccount.where(account_id: accounts.map(&:id)).select_hash(:account_id, :external_id)
      end

      # {unit => [Store::Account, ...]}
      def members(names)
        groups = Store::Account.here.where(unit: names).order(:name, :id).all.group_by(&:unit)
        names.to_h { |name| [name, groups.fetch(name, [])] }
      end
    end
  end
end
