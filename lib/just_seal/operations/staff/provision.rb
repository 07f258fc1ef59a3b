# frozen_string_literal: true

module JustSeal
  module Operations
    # A directory of the organisation keeps accounts and units, by SCIM. It does what an administrator does, and is told
    # in the ledger as itself.
    class Provision < StaffAccounts
      # +person+: KeepStaff::Person; +external_id+: its number there, nil for none. A unit that is not there yet is
      # made; an account that had ended, and that the directory has not any more, is brought back. Returns the
      # Store::Account. Raises Errors::Invalid keyed by member.
      def make(actor, person, external_id: nil)
        transaction do
          make_unit(actor, person.unit)
          account = forgotten(person.email)
          account ? bring_back(actor, account) : account = KeepStaff.new.invite(actor, person)
          number(account, external_id)
          KeepStaff.new.change(actor, person, account_id: account.id)
        end
      end

      # Ends the account, and forgets it for the directory.
      def remove(actor, account_id:)
        transaction do
          account = locked(account_id)
          close(actor, account)
          Store::ProvisionedAccount.where(account_id: account.id).delete
        end
      end

      # +active+: may they sign in? Raises as KeepStaff#change and EndStaff.
      def change(actor, account_id:, person:, active:, external_id: nil)
        transaction do
          account = locked(account_id)
          next close(actor, account) unless active

          make_unit(actor, person.unit)
          bring_back(actor, account) if account.status_id == ENDED
          number(account, external_id)
          KeepStaff.new.change(actor, person, account_id: account.id)
        end
      end

      # Puts +account_ids+ into a unit; those that stay out of it (+out+) go to the one above.
      def place(actor, unit:, account_ids:, out: [])
        transaction do
          account_ids.each { |id| move(actor, id, unit) }
          next if out.empty?

          above = Store::Unit[unit]&.above or raise Errors::Conflict.new(:unit_needed, name: unit)
          out.each { |id| move(actor, id, above) }
        end
      end

      private

      def make_unit(actor, name)
        return if name.empty? || Store::Unit.live.where(name: name).any?

        KeepUnits.new.save(actor, name: name)
      end

      # The account of +email+ that has ended and that the directory does not know; nil for none.
      def forgotten(email)
        known = Store::ProvisionedAccount.select(:account_id)
        Store::Account.exclude(role: "outside").exclude(id: known).first(email: email.to_s.strip, status_id: ENDED)
      end

      def number(account, external_id)
        known = Store::ProvisionedAccount[account.id]
        return insert(account, external_id) unless known

        known.update(external_id: external_id) if external_id && known.external_id != external_id
      end

      def insert(account, external_id)
        Store::ProvisionedAccount.create(account_id: account.id, external_id: external_id)
      end

      def bring_back(actor, account)
        KeepStaff.new.bring_back(actor, account_id: account.id, reason: Core::Problem.kept(:active_in_directory))
      end

      # What is open in their name goes to the head of their unit, or of one above, or to an administrator.
      def close(actor, account)
        return account if account.status_id == ENDED

        open = Queries::OpenWork.new(account).counts.any?
        to = open ? Queries::Successor.of(account) : nil
        reason = Core::Problem.kept(:gone_from_directory)
        EndStaff.call(actor, account_id: account.id, reason: reason, to_id: to&.id)
        account.refresh
      end

      def move(actor, account_id, unit)
        account = locked(account_id)
        values = account.values.slice(:name, :role, :job_title)
        person = KeepStaff::Person.new(**values, email: account.email.to_s, unit: unit, seen: "")
        KeepStaff.new.change(actor, person, account_id: account.id)
      end
    end
  end
end
