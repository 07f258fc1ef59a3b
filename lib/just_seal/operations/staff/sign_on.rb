# frozen_string_literal: true

module JustSeal
  module Operations
    # Somebody comes from the provider where the office's people sign on. Who they are there is bound to their account
    # once, by an address that the provider vouches for; from then on the address may change. Where the policy says so,
    # whoever has no account gets one, and role and unit follow the groups.
    class SignOn < StaffAccounts
      # +vouched+: Core::Offices::Vouched; +origin+: {address:, client:, via:} of the browser. Returns the
      # Store::Account. Raises Errors::Forbidden where there is none that is open.
      def call(vouched, origin)
        @provider = Core::Actor::SYSTEM.with(name: vouched.provider, **origin)
        @policy = Store::OfficeChoices.sign_on
        transaction { enter(vouched) }
      rescue Sequel::UniqueConstraintViolation # came twice at once: the other one has made it
        transaction { enter(vouched) }
      end

      private

      def enter(vouched)
        account = known(vouched) || (owned!(vouched) && (bind(vouched) || make(vouched)))
        account = locked(account.id)
        raise Errors::Forbidden.new(:account_ended, name: account.name) if account.status_id == ENDED

        admit(account) if account.status_id == INVITED
        move(account, vouched)
        account
      end

      def known(vouched)
        Store::SignOnIdentity.first(provider: vouched.provider, subject: vouched.subject)&.account
      end

      # Nobody comes to an account, or to a new one, by an address that may be somebody else's.
      def owned!(vouched)
        return true if vouched.verified || @policy.trusts_addresses

        raise Errors::Forbidden.new(:sign_on_unverified, email: vouched.email.to_s)
      end

      # By address. An account belongs to one person of each provider: whoever got an address that
      # somebody else had before does not get the account with it.
      def bind(vouched)
        account = Store::Account.first(email: vouched.email.to_s.strip) or return
        raise Errors::Forbidden.new(:account_ended, name: account.name) if account.status_id == ENDED

        bound = Store::SignOnIdentity.first(account_id: account.id, provider: vouched.provider)
        return account if bound&.subject == vouched.subject # came twice at once: the other one was faster
        if bound || account.outside? || account.program?
          raise Errors::Forbidden.new(
            :sign_on_of_another,
            email: account.email.to_s
          )
        end

        keep(account, vouched)
      end

      def keep(account, vouched)
        Store::SignOnIdentity.create(
          account_id: account.id,
          provider: vouched.provider,
          subject: vouched.subject,
          bound_at: now
        )
        tell(@provider, "account.bound_elsewhere", account, "provider" => vouched.provider)
        account
      end

      def make(vouched)
        place = @policy.makes_accounts && @policy.place(vouched.groups)
        raise Errors::Forbidden.new(:sign_on_unknown, name: vouched.name, email: vouched.email.to_s) unless place

        person = KeepStaff::Person.new(
          name: vouched.name,
          email: vouched.email.to_s,
          role: place.role,
          unit: place.unit,
          job_title: ""
        )
        problems = StaffReview.call(person, role: person.role)
        raise Errors::Forbidden.new(:sign_on_unfit, email: vouched.email.to_s) if problems.any?

        account = Store::Account.create(status_id: OPEN, **person.to_h.slice(*KeepStaff::MEMBERS))
        tell(@provider, "account.made", account, "role" => account.role, "unit" => account.unit)
        keep(account, vouched)
      end

      def admit(account)
        account.update(status_id: OPEN)
        end_links(account)
        tell(@provider, "account.opened_elsewhere", account)
      end

      # To where its groups belong. The last administrator stays one.
      def move(account, vouched)
        place = @policy.place(vouched.groups) or return
        changes = { role: place.role, unit: place.unit }.reject { |name, value| account[name] == value }
        changes.delete(:role) if changes.key?(:role) && last?(account)
        return if changes.empty?

        before = account.values.slice(*changes.keys)
        account.update(edits: account.edits + 1, **changes)
        changes.each do |name, value|
          facts = { "what" => name.to_s, "before" => before[name], "after" => value }
          tell(@provider, "account.changed", account, facts)
        end
        end_sessions(account) if changes.key?(:role)
      end

      def last?(account)
        refuse_last(account)
        false
      rescue Errors::Conflict
        true
      end
    end
  end
end
