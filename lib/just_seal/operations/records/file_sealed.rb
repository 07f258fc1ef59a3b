# frozen_string_literal: true

module JustSeal
  module Operations
    # Puts a sealed document and its certificate into the repository, as new locked versions of the record. Runs in the
    # transaction that seals.
    class FileSealed < Operation
      # Returns the two versions.
      def call(docket, document, sealed, certificate)
        record = document.record.lock!
        home = BringHome.call(docket, document, record)
        rules = Queries::FilingRules.new(record, docket_number: docket.number)
        wanted = (case_file(rules) unless record.sample) || record.case_file
        place = wanted.closed_at || held?(record) ? record.case_file : wanted
        values = record.particulars.to_h.merge("docket_number" => docket.number)
        record.update(case_file_id: place.id, particulars: Sequel.pg_jsonb(values))
        versions = [
          add(docket, record, "sealed", sealed, rules.file_name(" sealed.pdf", place)),
          add(docket, record, "certificate", certificate, rules.file_name(" seal certificate.pdf", place))
        ]
        record_event(docket, "docket.filed", Core::Actor::SYSTEM, filed(record, wanted, place, versions).merge(home))
        versions
      end

      private

      # What is held stays where it is.
      def held?(record) = HoldGate.holds([record]).any?

      # A closed case file takes nothing more: the record stays where it was, and the entry says so.
      def filed(record, wanted, place, versions)
        facts = { "record" => record.number, "case_file" => place.code, "versions" => versions.map { |one| told(one) } }
        place == wanted ? facts : facts.merge("closed_place" => wanted.code)
      end

      def told(version) = { "kind" => version.kind, "number" => version.number, "sha256" => version.sha256 }

      # The case file that the class's filing rule names, made where it is missing; nil for a class without a rule.
      def case_file(rules)
        rules.places.inject(nil) do |parent, title|
          Store::CaseFile.within(parent, title) || make_case_file(parent, title)
        end
      end

      # Two dockets may want the same new case file at once: the place is unique, and whoever comes second finds the
      # first one's.
      def make_case_file(parent, title)
        code = format("CF-%05d", Store::Counters.next("case_file"))
        db[:case_files].insert_conflict.insert(code: code, title: title, parent_id: parent&.id, opened_at: now)
        Store::CaseFile.within(parent, title)
      end

      def add(docket, record, kind, bytes, file_name)
        intake = Core::Pdf::Intake.look(Core::Pdf::Signing.open(bytes))
        Store::Version.create(
          record_id: record.id,
          number: (record.versions_dataset.max(:number) || 0) + 1,
          kind: kind,
          file_name: file_name,
          sha256: Core::Ledger::Entry.digest(bytes),
          size_bytes: bytes.bytesize,
          page_count: intake.pages,
          page_sizes: Sequel.pg_jsonb(intake.page_sizes),
          findings: Sequel.pg_jsonb(intake.findings.select(&:archival?).map(&:kept)),
          why: Core::Problem.kept(:sealed),
          docket_number: docket.number,
          created_at: now,
          locked: true
        ).tap do |version|
          RenewSeal.look(version, bytes, now)
        end
      end
    end
  end
end
