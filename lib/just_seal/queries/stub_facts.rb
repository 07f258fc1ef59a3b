# frozen_string_literal: true

module JustSeal
  module Queries
    # What a stub says, gathered before the record is destroyed.
    class StubFacts
      # +line+: Store::DisposalLine; +dockets+: rows that go with the record; +at+: Time.
      def initialize(line, record, dockets, at:)
        @line = line
        @record = record
        @dockets = dockets
        @at = at
      end

      # As Core::Retention::Stub makes it.
      def text
        Core::Retention::Stub.call(
          record: record,
          versions: versions,
          chains: [@record.number, *@dockets.map(&:number)].filter_map { |chain| chain_end(chain) },
          decided: decided,
          at: @at
        )
      end

      private

      def record
        row = @record.record_class
        {
          "number" => @record.number,
          "class" => row.code,
          "class_title" => row.title,
          "case_file" => @record.case_file.code,
          "captured_at" => time(@record.created_at),
          "title" => (@record.title if row.stub_title?)
        }
      end

      def versions
        @record.versions_dataset.order(:number).map do |version|
          {
            "number" => version.number,
            "kind" => version.kind,
            "sha256" => version.sha256,
            "bytes" => version.size_bytes,
            "made_at" => time(version.created_at)
          }
        end
      end

      def chain_end(chain)
        seq, hash = Store::Ledger.head(chain)
        seq && { "chain" => chain, "seq" => seq, "hash" => hash }
      end

      def decided
        disposal = @line.disposal
        approvals = disposal.approvals_dataset.eager(:account).all
        {
          "disposal" => disposal.number,
          "reviewed_by" => @line.decider.name,
          "approved_by" => approvals.map do |one|
            { "name" => one.account.name, "role" => one.role, "at" => time(one.approved_at) }
          end,
          "schedule" => @line.basis.to_h
        }
      end

      def time(time) = Core::Ledger::Entry.time(time)
    end
  end
end
