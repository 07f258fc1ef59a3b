# frozen_string_literal: true

module JustSeal
  module Operations
    # Decides what the office takes over from the provider where its people sign on.
    class KeepSignOn < Operation
      # +policy+: Core::Offices::SignOnPolicy as typed; +seen+: mark of the one that was changed; +signed_on+: has
      # +actor+ come by the provider? Raises Errors::Invalid keyed as SignOnReview, Errors::Conflict where somebody else
      # has changed it meanwhile.
      def call(actor, policy, seen:, signed_on:)
        allow!(actor, :keep_office)
        problems = Core::Offices::SignOnReview.call(policy, units: Queries::Choices.units)
        raise Errors::Invalid, problems if problems.any?

        transaction do
          db[:office_choices].where(name: "name").for_update.all
          kept = Store::OfficeChoices.sign_on
          raise Errors::Conflict.new(:changed_meanwhile, name: office.name) if kept.mark != seen
          next kept if kept == policy

          refuse_lock_out(kept, policy, signed_on)
          Store::OfficeChoices.set("sign_on", policy.kept)
          record_event_on(KeepOffice::CHAIN, "office.sign_on_decided", actor, told(policy))
          end_password_sessions unless policy.passwords
          policy
        end
      end

      # Lets staff sign in by passwords again, from the machine itself: the provider may be away.
      def open_passwords(actor)
        allow!(actor, :keep_office)
        transaction do
          db[:office_choices].where(name: "name").for_update.all
          policy = Store::OfficeChoices.sign_on.with(passwords: true)
          Store::OfficeChoices.set("sign_on", policy.kept)
          record_event_on(KeepOffice::CHAIN, "office.sign_on_decided", actor, told(policy))
        end
      end

      private

      # Whoever came by a password signs on anew. Auditors from outside have no account elsewhere.
      def end_password_sessions
        own = Store::Account.exclude(role: "outside").select(:id)
        db[:account_active_session_keys].where(vouched: nil, account_id: own).delete
      end

      # Passwords go by whoever has shown that it works without.
      def refuse_lock_out(kept, policy, signed_on)
        return if policy.passwords || !kept.passwords || signed_on

        raise Errors::Invalid, { "passwords" => :sign_on_untried }
      end

      def told(policy)
        {
          "passwords" => policy.passwords ? "yes" : "no",
          "makes_accounts" => policy.makes_accounts ? "yes" : "no",
          "trusts_addresses" => policy.trusts_addresses ? "yes" : "no",
          "places" => policy.places.size
        }
      end
    end
  end
end
