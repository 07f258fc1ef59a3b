# frozen_string_literal: true

module JustSeal
  module Operations
    # A member of the staff says of which events of their dockets they are told, and when.
    class ChooseNotices < StaffAccounts
      # +given+: {event => one of Core::Dockets::Notices::WHEN}
      def call(actor, given:)
        wanted = Core::Dockets::Notices.read(given)
        transaction do
          account = Store::Account.where(id: actor.id).for_update.first
          before = Core::Dockets::Notices::USUAL.merge(account.notices.to_h)
          after = before.merge(wanted)
          next if before == after

          account.update(notices: Sequel.pg_jsonb(after))
          tell(
            actor,
            "account.changed",
            account,
            { "what" => "notices", "before" => told(before), "after" => told(after) }
          )
        end
      end

      private

      def told(notices) = notices.map { |event, at| "#{event}: #{at}" }.join(", ")
    end
  end
end
