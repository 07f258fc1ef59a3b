# frozen_string_literal: true

module JustSeal
  module Queries
    # Why a docket of which everybody is done is not sealed yet.
    class SealingWait
      JOB = "JustSeal::Jobs::SealDocket"
      PREFIX = /\A[\w:]+: / # Que puts the class of the error before its message
      # +reason+: what came back at the last try; +tries+; +next_at+: Time of the next try.
      Found = Core::Value.of(:docket_id, :reason, :tries, :next_at)

      def self.failed = Store.db[:que_jobs].where(job_class: JOB, finished_at: nil).exclude(error_count: 0)

      # The Found of +docket+, nil where nothing went wrong.
      def self.of(docket, office:)
        return unless docket.state == "out" && Core::Dockets::Turns.complete?(docket.parties.map(&:seat))

        row = failed.where(
          Sequel.lit(
            "args = ?::jsonb",
            "[#{docket.id}]"
          )
        ).order(Sequel.desc(:id)).first or return short(docket, office)
        found(row)
      end

      # No try will help: somebody has to withdraw it.
      def self.short(docket, office)
        names = ShortActs.of(docket, office: office).map(&:name)
        return unless names.any?

        Found.new(
          docket_id: docket.id,
          tries: 0,
          reason: Core::Problem.new(:acts_below_level, names: names)
        )
      end

      def self.found(row)
        Found.new(
          docket_id: row[:args].first,
          reason: row[:last_error_message].to_s.sub(PREFIX, ""),
          tries: row[:error_count],
          next_at: row[:run_at]
        )
      end
      private_class_method :found, :short
    end
  end
end
