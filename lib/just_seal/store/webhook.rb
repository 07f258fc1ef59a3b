# frozen_string_literal: true

module JustSeal
  module Store
    # An address of another program that is told what happens. +account+: with whose rights.
    class Webhook < Sequel::Model(:webhooks)
      many_to_one :account, class: "JustSeal::Store::Account"
      # The secret before the newest signs as long.
      BOTH_SECONDS = 86_400

      dataset_module do
        # Those of whoever has left tell nothing.
        def live = where(ended_at: nil, off_at: nil, account_id: Account.live.select(:id))
        def told_of(kind) = live.where(Sequel.lit("kinds @> ?", Sequel.pg_array([kind], :text)))
      end

      def live? = !self.class.live.where(id: id).empty?

      # Is it told of records of class +code+?
      def of_class?(code) = classes.to_a.empty? || classes.include?(code)

      # Closed secrets that sign at +time+, the newest first.
      def closed_secrets(time)
        former = former_secret if changed_at && changed_at > time - BOTH_SECONDS
        [secret, former].compact
      end
    end
  end
end
