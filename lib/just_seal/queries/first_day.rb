# frozen_string_literal: true

module JustSeal
  module Queries
    # What somebody new does first, by their role, and what of it is done. All of it is read from what there is: nobody
    # ticks anything off.
    class FirstDay
      NAME = "first_day"
      # role => steps, in the order in which they are done
      STEPS = {
        "administrator" => %i[second_step keys record_class colleagues captured sent],
        "compliance" => %i[second_step rules consent watch],
        "sender" => %i[second_step captured sent sealed],
        "auditor" => %i[second_step asked]
      }.freeze

      def initialize(account, office:)
        @account = account
        @office = office
      end

      # [[step, is it done?], ...]; empty for whoever has closed the list.
      def steps
        named = STEPS.fetch(@account.role, [])
        return [] if named.empty? || closed?

        named.map { |step| [step, step == :keys ? keys? : facts.fetch(step)] }
      end

      private

      def closed? = facts.fetch(:closed)
      def keys? = %i[seal witness].all? { |name| @office.keys.find(name) }

      def captured
        intakes = Store::Intake.where(account_id: @account.id).select(:id)
        Store.db[:intake_files].where(intake_id: intakes).exclude(record_id: nil)
      end

      # By one statement.
      def facts
        @facts ||= Store.db.select(*looked_at.map { |name, rows| rows.exists.as(name) }).first
      end

      def looked_at
        own = Store::Docket.where(owner_id: @account.id)
        {
          closed: Store.db[:told_once].where(account_id: @account.id, name: NAME),
          second_step: Store::Authenticator.where(account_id: @account.id).bound,
          record_class: Store::RecordClass.dataset,
          colleagues: Store::Account.here.exclude(id: @account.id),
          captured: captured,
          sent: own.exclude(state: "draft"),
          sealed: own.where(state: "sealed"),
          rules: Store.db[:rulebook_publications],
          consent: Store::ConsentText.exclude(made_by: nil),
          watch: Store.db[:watches],
          asked: Store.db[:answers]
        }
      end
    end
  end
end
