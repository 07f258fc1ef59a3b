# frozen_string_literal: true

module JustSeal
  module Operations
    # Makes records and their versions, of a file that comes alone and of files of an intake. Runs in the transaction of
    # what keeps them.
    class RecordKeeper < Operation
      # The particulars of a new record, with all problems: [values, {"title" | "particulars.NAME" | "case_file" =>
      # Symbol or Core::Problem}]. +given+: {name => text}.
      def self.read(title, record_class, case_file, given)
        read = Core::Filing::Particulars.read(
          record_class.particulars,
          given,
          checks: record_class.checks,
          contacts: Queries::ContactList.method(:meant)
        )
        problems = read.problems.transform_keys { |name| "particulars.#{name}" }
        problems.update(CaptureRecord.title_problems(title))
        problems["case_file"] = Core::Problem.new(:case_file_closed, code: case_file.code) if case_file.closed_at
        [read.values, problems]
      end

      # Versions as the ledger tells them.
      def self.told(rows) = rows.map { |row| { "number" => row.number, "kind" => row.kind, "sha256" => row.sha256 } }

      # +sample+: is it one to try everything on, which is never counted?
      def initialize(actor, sample: false)
        super()
        @actor = actor
        @sample = sample
      end

      # +versions+: [{kind:, media:, file_name:, sha256:, size_bytes:, page_count:, page_sizes:, findings:, why:}, ...],
      # the first is number 1. +text_of+ in one of them: id of a version with the same bytes, whose text was read.
      # Returns the Store::Record.
      def keep(versions, title:, record_class:, case_file:, values:)
        record = Store::Record.create(
          number: next_number(record_class),
          record_class_id: record_class.id,
          class_version: record_class.version,
          case_file_id: case_file.id,
          title: title,
          particulars: Sequel.pg_jsonb(values),
          created_by: @actor.id,
          created_at: now,
          sample: @sample || nil
        )
        rows = add_versions(record, versions, from: 1)
        facts = { "class" => record_class.code, "case_file" => case_file.code, "versions" => self.class.told(rows) }
        facts["sample"] = "yes" if @sample
        record_event_on(record.number, "record.captured", @actor, facts)
        record
      end

      # +from+: number of the first. Returns the Store::Version of each.
      def add_versions(record, versions, from:)
        versions.map.with_index(from) { |version, number| add_version(record, number, version) }
      end

      private

      def add_version(record, number, version)
        text_of = version[:text_of]
        columns = { page_count: 0, media: "pdf", **version.except(:text_of) }
        columns.update(
          page_sizes: Sequel.pg_jsonb(version.fetch(:page_sizes, []).to_a),
          findings: Sequel.pg_jsonb(version.fetch(:findings, []).to_a)
        )
        row = Store::Version.create(
          record_id: record.id,
          number: number,
          created_by: @actor.id,
          created_at: now,
          **columns
        )
        return copy_text(text_of, row) if text_of

        Jobs::ReadText.enqueue(row.id) if row.media == "pdf"
        Jobs::ReadScan.enqueue(row.id) if row.kind == "scan" && office.scans.installed?
        row
      end

      # The same bytes were read before.
      def copy_text(version_id, row)
        read = db[:page_texts].where(version_id: version_id).select(row.id, row.record_id, :page, :body)
        db[:page_texts].insert(%i[version_id record_id page body], read)
        row
      end

      def next_number(record_class)
        year = office.zone.to_local(now).year
        series = @sample ? TakeSample::PREFIX : record_class.code
        format("%s-%d-%04d", series, year, Store::Counters.next("record:#{series}:#{year}"))
      end
    end
  end
end
