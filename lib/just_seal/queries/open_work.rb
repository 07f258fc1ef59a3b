# frozen_string_literal: true

module JustSeal
  module Queries
    # What is still open in the name of one of the staff.
    class OpenWork
      attr_reader :account

      # +account+: Store::Account.
      def initialize(account)
        @account = account
      end

      # Store::Docket that they sent or prepare, and that have not ended.
      def dockets = @dockets ||= Store::Docket.where(owner_id: id, state: %w[draft out]).order(:id).all

      # Store::Party that are this person, and whose turn is or will be.
      def seats
        @seats ||= Store::Party.where(account_id: id, state: Core::Dockets::States::REPLACEABLE)
          .where(docket_id: Store::Docket.where(state: "out").select(:id))
          .exclude(act: "receive")
          .order(:docket_id, :letter)
          .eager(:docket)
          .all
      end

      # Store::Record that they have taken for revision.
      def records = @records ||= Store::Record.where(reserved_by: id).order(:number).all

      # Store::Intake that they have begun.
      def intakes = @intakes ||= Store::Intake.where(account_id: id, ended_at: nil).order(:id).all

      # Store::Inquiry on which they work.
      def inquiries = @inquiries ||= Store::Inquiry.where(worker_id: id, closed_at: nil).order(:number).all

      # Store::DocketTemplate that are theirs.
      def templates = @templates ||= Store::DocketTemplate.live.where(owner_id: id).order(:code).all

      # Store::Unit that they head.
      def units = @units ||= Store::Unit.live.where(head_id: id).order(:name).all

      # {kind => how many}, of those that there are.
      def counts
        %i[dockets seats records intakes inquiries templates units]
          .to_h { |kind| [kind, public_send(kind).size] }
          .select { |_, count| count.positive? }
      end

      private

      def id = account.id
    end
  end
end
