# frozen_string_literal: true

module JustSeal
  module Queries
    # Who acts for whom.
    class Deputies
      # +day+: Date, of the office.
      def self.today(office) = new(office.zone.to_local(office.now).to_date)

      def initialize(day) = @day = day

      # Does +deputy_id+ act for +account_id+?
      def for?(deputy_id, account_id)
        Store::Deputy.on(@day).where(deputy_id: deputy_id, account_id: account_id).any?
      end

      # Store::Deputy by which +deputy_id+ acts for others, those that end first first.
      def of(deputy_id)
        Store::Deputy.on(@day).where(deputy_id: deputy_id).order(:last_day, :id).eager(:account).all
      end

      # Store::Deputy that +account_id+ has named and that have not ended, also those that begin later.
      def named_by(account_id)
        Store::Deputy.live.where(account_id: account_id).where(Sequel[:last_day] >= @day).order(:first_day, :id)
          .eager(:deputy).all
      end

      # So many of each kind are led to from the Desk.
      SHOWN = 20

      # Store::Docket that are out, of those for whom +deputy_id+ acts.
      def sent(deputy_id)
        Store::Docket.where(owner_id: absent(deputy_id), state: "out").order(:deadline, :id).limit(SHOWN).all
      end

      # Store::Party that wait for those for whom +deputy_id+ acts.
      def seats(deputy_id)
        Store::Party.where(account_id: absent(deputy_id), acts_for: "", state: Core::Dockets::States::MAY_ACT)
          .where(docket_id: Store::Docket.where(state: "out").select(:id))
          .exclude(act: "receive")
          .order(:docket_id, *Store::Party::IN_ORDER)
          .eager(:docket)
          .limit(SHOWN)
          .all
      end

      private

      def absent(deputy_id) = Store::Deputy.on(@day).where(deputy_id: deputy_id).select(:account_id)
    end
  end
end
