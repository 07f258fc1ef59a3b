# frozen_string_literal: true

module JustSeal
  module Operations
    # A member of the staff keeps a signature or initials for the next time, says which is the usual one, or lets one
    # go.
    class KeepMark < StaffAccounts
      MOST = 6

      # +kind+: "signature" or "initials"; +mark+: as of Core::Fields::Mark. The first of its kind becomes the usual
      # one; one that is kept already is not kept twice. Raises Errors::Invalid keyed "mark".
      def call(actor, kind:, mark:)
        fine = %w[signature initials].include?(kind) && Core::Fields::Mark.valid?(mark)
        raise Errors::Invalid, { "mark" => :nothing_usable } unless fine

        transaction do
          account = Store::Account.where(id: actor.id).for_update.first
          own = of_kind(account, kind)
          next if own.any? { |row| row.mark.to_h == mark }
          raise Errors::Invalid, { "mark" => Core::Problem.new(:too_many_marks, limit: MOST) } if own.size >= MOST

          values = { kind: kind, mark: Sequel.pg_jsonb(mark), usual: own.empty?, kept_at: now }
          Store::KeptMark.create(account_id: account.id, **values)
          tell(actor, "account.mark_kept", account, "kind" => kind, "sha256" => digest(mark))
        end
      end

      def make_usual(actor, id:)
        change(actor, id) do |account, row|
          Store::KeptMark.where(account_id: account.id, kind: row.kind).update(usual: false)
          row.update(usual: true)
          tell(actor, "account.mark_usual", account, told(row))
        end
      end

      # The next one becomes the usual one in its place.
      def forget(actor, id:)
        change(actor, id) do |account, row|
          row.delete
          of_kind(account, row.kind).first&.update(usual: true) if row.usual
          tell(actor, "account.mark_forgotten", account, told(row))
        end
      end

      private

      def change(actor, id)
        transaction do
          account = Store::Account.where(id: actor.id).for_update.first
          row = Store::KeptMark.first(account_id: account.id, id: id) or raise Errors::Missing, :no_such_mark
          yield account, row
        end
      end

      def of_kind(account, kind) = Store::KeptMark.where(account_id: account.id, kind: kind).in_order.all
      def told(row) = { "kind" => row.kind, "sha256" => digest(row.mark.to_h) }
      def digest(mark) = Digest::SHA256.hexdigest(JSON.generate(mark.sort.to_h))
    end
  end
end
