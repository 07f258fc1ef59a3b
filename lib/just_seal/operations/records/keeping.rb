# frozen_string_literal: true

module JustSeal
  module Operations
    # What makes a record and its versions, for a file that comes alone and for files of an intake.
    module Keeping
      private

      # The particulars of a new record, with all problems: [values, {"title" | "particulars.NAME" | "case_file" =>
      # sentence}].
      def read_record(title, record_class, case_file, given)
        read = Core::Filing::Particulars.read(
          record_class.particulars,
          given,
          checks: record_class.checks,
          contacts: Queries::ContactList.method(:meant)
        )
        problems = read.problems.transform_keys do |name|
          "particulars.#{name}"
        end.merge(CaptureRecord.title_problems(title))
        problems["case_file"] = Core::Problem.new(:case_file_closed, code: case_file.code) if case_file.closed_at
        [read.values, problems]
      end

      # +versions+: [{kind:, media:, file_name:, sha256:, size_bytes:, page_count:, page_sizes:, findings:, why:}, ...],
      # the first is number 1.
      def keep_record(actor, versions, title:, record_class:, case_file:, values:)
        record = Store::Record.create(
          number: next_number(record_class),
          record_class_id: record_class.id,
          class_version: record_class.version,
          case_file_id: case_file.id,
          title: title,
          particulars: Sequel.pg_jsonb(values),
          created_by: actor.id,
          created_at: now
        )
        rows = versions.map.with_index(1) { |version, number| add_version(actor, record, number, version) }
        facts = { "class" => record_class.code, "case_file" => case_file.code, "versions" => told(rows) }
        record_event_on(record.number, "record.captured", actor, facts)
        record
      end

      def add_version(actor, record, number, version)
        columns = { page_count: 0, media: "pdf", **version }
        columns.update(
          page_sizes: Sequel.pg_jsonb(version.fetch(:page_sizes, []).to_a),
          findings: Sequel.pg_jsonb(version.fetch(:findings, []).to_a)
        )
        row = Store::Version.create(
          record_id: record.id,
          number: number,
          created_by: actor.id,
          created_at: now,
          **columns
        )
        Jobs::ReadText.enqueue(row.id) if row.media == "pdf"
        row
      end

      def told(rows) = rows.map { |row| { "number" => row.number, "kind" => row.kind, "sha256" => row.sha256 } }

      def next_number(record_class)
        year = office.zone.to_local(now).year
        format("%s-%d-%04d", record_class.code, year, Store::Counters.next("record:#{record_class.code}:#{year}"))
      end

      # A finding as it is kept with a version: {"code" =>, "page" =>, "facts" =>}.
      def kept_finding(finding)
        {
          "code" => finding.code.to_s,
          "page" => finding.page,
          "facts" => finding.facts.to_h.transform_keys(&:to_s)
        }.compact
      end
    end
  end
end
