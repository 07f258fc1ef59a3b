# frozen_string_literal: true

module JustSeal
  module Queries
    # What the certificate of a disposal says: what was destroyed, by which stub, on which basis and by whose decision;
    # what was left, and why; and where copies may be that it did not reach.
    class DisposalAccount
      FORMAT = "disposal/1"
      WIDTHS = [16, 30, 8, 12, 34].freeze
      PRINTED = 2_000
      BATCH = 500

      def initialize(disposal, office:, at:)
        @disposal = disposal
        @office = office
        @at = at
      end

      # As Core::Pdf::Report takes it, with all facts for programs beneath "records".
      def to_h
        {
          "format" => FORMAT,
          "title" => say(:title, number: @disposal.number),
          "lead" => @disposal.title,
          "margin" => margin.map { |name, value| [say("margin.#{name}"), value] },
          "sections" => [destroyed_section, left_section, unreached].compact,
          "disposal" => @disposal.number,
          "approved" => approved,
          "records" => destroyed,
          "left" => left
        }
      end

      # {"destroyed", "kept", "refused" => figures}
      def counts
        found = @disposal.lines_dataset.unordered.group_and_count(:outcome).as_hash(:outcome, :count)
        %w[destroyed kept refused].to_h { |outcome| [outcome, found.fetch(outcome, 0)] }
      end

      private

      def say(key, **facts) = I18n.t("in_document.disposal.#{key}", **facts)

      def margin
        {
          disposal: @disposal.number,
          office: @office.name,
          due_by: @disposal.due_by.iso8601,
          prepared: say(:by_at, name: @disposal.maker.name, at: utc(@disposal.made_at)),
          approved: approved.map { |one| say(:approved, name: one["name"], role: role(one), at: one["at"]) }.join("; "),
          as_of: utc(@at)
        }
      end

      def role(approval) = I18n.t("roles.#{approval["role"]}")

      def approved
        @approved ||= @disposal.approvals_dataset.eager(:account).all.map do |one|
          { "name" => one.account.name, "role" => one.role, "at" => utc(one.approved_at), "list" => one.list_sha256 }
        end
      end

      def destroyed_section
        {
          "title" => say(:destroyed),
          "definition" => [say(:definition)],
          "figures" => [{ "name" => say(:records), "value" => destroyed.size }, *bytes],
          "lists" => [list(:records, destroyed, WIDTHS, %w[record title class due_on stub])]
        }
      end

      # How many files went with them.
      def bytes
        found = Store.db[:doomed_bytes].where(disposal_id: @disposal.id).group_and_count(:state).as_hash(:state, :count)
        %w[gone wanted locked].filter_map do |state|
          count = found.fetch(state, 0)
          { "name" => say("bytes.#{state}"), "value" => count } if count.positive? || state == "gone"
        end
      end

      def left_section
        return if left.empty?

        {
          "title" => say(:left),
          "definition" => [],
          "lists" => [list(:records, left, [16, 30, 54], %w[record title why])]
        }
      end

      def unreached
        {
          "title" => say(:unreached),
          "definition" => [],
          "notes" => %i[backups mails parties answers ledger].map do |one|
            say(one)
          end
        }
      end

      def list(title, rows, widths, names)
        {
          "title" => say(title),
          "count" => rows.size,
          "printed" => PRINTED,
          "widths" => widths,
          "columns" => names.map { |name| { "name" => name, "title" => say("columns.#{name}") } },
          "rows" => rows.map { |row| names.map { |name| printed(name, row[name].to_s) } }
        }
      end

      def printed(name, text) = name == "stub" ? text.scan(/.{1,16}/).join(" ") : text

      def destroyed
        @destroyed ||= lines("destroyed").each_slice(BATCH).flat_map do |some|
          stubs = Store::Stub.where(record_id: some.map(&:record_id)).as_hash(:record_id)
          some.map { |line| destroyed_row(line, stubs.fetch(line.record_id)) }
        end
      end

      def destroyed_row(line, stub)
        told = stub.told.fetch("record")
        {
          "record" => told.fetch("number"),
          "title" => told["title"],
          "class" => told.fetch("class"),
          "due_on" => line.due_on.iso8601,
          "basis" => line.basis.to_h,
          "stub" => Core::Ledger::Entry.digest(stub.body)
        }
      end

      def left
        @left ||= lines(%w[kept refused]).map do |line|
          why = line.outcome == "kept" ? line.because : Words.kept(line.problem)
          { "record" => line.record.number, "title" => line.record.title, "why" => why, "outcome" => line.outcome }
        end
      end

      def lines(outcome) = @disposal.lines_dataset.where(outcome: outcome).order(:id).eager(:record).all
      def utc(time) = time.utc.strftime("%FT%TZ")
    end
  end
end
