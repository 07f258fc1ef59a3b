# frozen_string_literal: true

module JustSeal
  module Operations
    # Shares a circulation with others of the staff, who then see and steer it like its owner.
    class ShareCirculation < Operation
      # +lines+: text, a mail address in each line. Returns the circulation. Raises Errors::Invalid keyed "people".
      def call(actor, number:, lines:)
        addresses = lines.to_s.split(/[\n;,]/).map { |line| line[/<([^<>]+)>/, 1] || line }.map(&:strip)
        addresses = addresses.reject(&:empty?).uniq
        accounts = addresses.to_h { |address| [address, Store::Account.live.first(email: address)] }
        unknown = accounts.select { |_, account| account.nil? }.keys
        raise Errors::Invalid, { "people" => Core::Problem.new(:no_staff, names: unknown) } if unknown.any?

        transaction { share(actor, number, accounts.values.uniq(&:id)) }
      end

      private

      def share(actor, number, accounts)
        circulation = CirculationLock.call(actor, number)
        db[:circulation_shares].where(circulation_id: circulation.id).delete
        accounts.each { |one| db[:circulation_shares].insert(circulation_id: circulation.id, account_id: one.id) }
        record_event_on(number, "circulation.shared", actor, "people" => accounts.map { |one| one.email.to_s })
        circulation
      end
    end
  end
end
