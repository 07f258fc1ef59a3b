# frozen_string_literal: true

module JustSeal
  module Queries
    # What is still open in the name of one of the staff.
    class OpenWork
      KINDS = %i[dockets seats draft_seats records intakes inquiries watches templates units].freeze

      attr_reader :account

      # +account+: Store::Account.
      def initialize(account)
        @account = account
      end

      # All of a kind (one of KINDS); at most +limit+ where one is given.
      def of(kind, limit: nil)
        rows = send(kind)
        (limit ? rows.limit(limit) : rows).all
      end

      # {kind => how many}, of those that there are.
      def counts = @counts ||= KINDS.to_h { |kind| [kind, send(kind).count] }.select { |_, count| count.positive? }

      private

      def id = account.id

      # Dockets that they send or prepare, and that have not ended.
      def dockets = Store::Docket.where(owner_id: id, state: %w[draft out]).order(:id)

      # Parties that are this person, and whose turn is or will be.
      def seats
        Store::Party.where(account_id: id, state: Core::Dockets::States::REPLACEABLE)
          .where(docket_id: Store::Docket.where(state: "out").select(:id))
          .exclude(act: "receive")
          .order(:docket_id, *Store::Party::IN_ORDER)
          .eager(:docket)
      end

      # Parties of drafts that are this person.
      def draft_seats
        drafts = Store::Docket.where(state: "draft").select(:id)
        Store::Party.where(account_id: id, docket_id: drafts).order(:docket_id, *Store::Party::IN_ORDER).eager(:docket)
      end

      # Questions that they have asked every night.
      def watches = Store::StandingQuestion.live.where(account_id: id).order(:id)

      # Records that they have taken for revision.
      def records = Store::Record.where(reserved_by: id).order(:number)

      # Captures that they have begun.
      def intakes = Store::Intake.where(account_id: id, ended_at: nil).order(:id)

      # Inquiries on which they work.
      def inquiries = Store::Inquiry.where(worker_id: id, closed_at: nil).order(:number)

      # Docket templates that are theirs.
      def templates = Store::DocketTemplate.live.where(owner_id: id).order(:code)

      # Units that they head.
      def units = Store::Unit.live.where(head_id: id).order(:name)
    end
  end
end
