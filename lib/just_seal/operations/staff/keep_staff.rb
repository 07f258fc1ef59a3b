# frozen_string_literal: true

module JustSeal
  module Operations
    # Makes accounts of the staff, changes them, and brings them back.
    class KeepStaff < StaffAccounts
      # As typed; +seen+: how an administrator knows the person, empty where they have not been seen yet.
      Person = Core::Value.of(:name, :email, :role, :unit, :job_title, :seen)
      MEMBERS = %i[name email role unit job_title].freeze

      # Makes an account, and sends its person a link by which they choose a password. Whoever was seen may enrol a
      # second factor when they have. Returns the Store::Account. Raises Errors::Invalid keyed by member.
      def invite(actor, person)
        allow!(actor, :keep_staff)
        values = checked(person)
        transaction do
          account = Store::Account.create(status_id: INVITED, **values)
          see(actor, account, person.seen)
          facts = { "role" => account.role, "unit" => account.unit }
          tell(actor, "account.made", account, facts)
          send_link(account, "invitation", about: { "by" => actor.name })
          account
        end
      rescue Sequel::UniqueConstraintViolation
        raise Errors::Invalid, { "email" => :address_taken_by_staff }
      end

      # Sends the link once more.
      def invite_again(actor, account_id:)
        allow!(actor, :keep_staff)
        transaction do
          account = locked(account_id)
          raise Errors::Conflict.new(:account_open, name: account.name) unless account.status_id == INVITED

          tell(actor, "account.invited_again", account)
          send_link(account, "invitation", about: { "by" => actor.name })
          account
        end
      end

      # +edits+: the number of changes as the form saw it. Raises as #invite, and Errors::Conflict.
      def change(actor, person, account_id:, edits: nil)
        allow!(actor, :keep_staff)
        values = checked(person)
        transaction do
          account = locked(account_id, edits: edits)
          changes = values.reject { |name, value| account[name].to_s == value.to_s }
          refuse_role(actor, account) if changes.key?(:role)
          apply(actor, account, changes) if changes.any?
          account
        end
      rescue Sequel::UniqueConstraintViolation
        raise Errors::Invalid, { "email" => :address_taken_by_staff }
      end

      # Opens an account again that had ended: its person chooses a new password.
      def bring_back(actor, account_id:, reason:)
        allow!(actor, :keep_staff)
        said = reason(reason)
        transaction do
          account = locked(account_id)
          raise Errors::Conflict.new(:account_open, name: account.name) unless account.status_id == ENDED

          account.update(status_id: INVITED, ended_because: nil, edits: account.edits + 1)
          tell(actor, "account.brought_back", account, "reason" => said)
          send_link(account, "invitation", about: { "by" => actor.name })
          account
        end
      end

      private

      # The columns of +person+.
      def checked(person)
        problems = StaffReview.call(person, role: person.role)
        unit = person.unit.to_s.strip
        problems["unit"] ||= :unit_unknown if Store::Unit.live.where(name: unit).empty?
        raise Errors::Invalid, problems if problems.any?

        MEMBERS.to_h { |name| [name, person[name].to_s.strip] }
      end

      def see(actor, account, seen)
        return if seen.to_s.strip.empty?

        account.update(may_enrol_until: now + Store::AccountLink::LASTS_SECONDS.fetch("invitation"))
        tell(actor, "account.may_enrol", account, "reason" => reason(seen))
      end

      # Whoever lets others do things does not let themselves do more.
      def refuse_role(actor, account)
        raise Errors::Forbidden, :own_role if actor.id == account.id

        refuse_last(account)
      end

      def apply(actor, account, changes)
        before = account.values.slice(*changes.keys)
        account.update(edits: account.edits + 1, **changes)
        changes.each { |name, value| tell_change(actor, account, name, before[name], value) }
        end_sessions(account) if changes.keys.intersect?(%i[role email])
        end_links(account) if changes.key?(:email) # they went to whoever reads the old address
      end

      def tell_change(actor, account, name, before, after)
        facts = { "what" => name.to_s, "before" => before, "after" => after }
        tell(actor, "account.changed", account, facts.compact)
      end
    end
  end
end
