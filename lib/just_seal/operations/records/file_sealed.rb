# frozen_string_literal: true

module JustSeal
  module Operations
    # Puts a sealed document and its certificate into the repository, as new locked versions of the record. Runs in the
    # transaction that seals.
    class FileSealed < Operation
      # Returns the two versions.
      def call(docket, document, sealed, certificate)
        record = document.record.lock!
        home = bring_home(docket, document, record)
        rules = Queries::FilingRules.new(record, docket_number: docket.number)
        wanted = case_file(rules) || record.case_file
        place = wanted.closed_at ? record.case_file : wanted
        record.update(
          case_file_id: place.id,
          particulars: Sequel.pg_jsonb(record.particulars.to_h.merge("docket_number" => docket.number))
        )
        versions = [
          add(docket, record, "sealed", sealed, rules.file_name(" sealed.pdf", place)),
          add(docket, record, "certificate", certificate, rules.file_name(" seal certificate.pdf", place))
        ]
        told = versions.map do |version|
          { "kind" => version.kind, "number" => version.number, "sha256" => version.sha256 }
        end
        # A closed case file takes nothing more: the record stays where it was, and the entry says so.
        closed = place == wanted ? {} : { "closed_place" => wanted.code }
        record_event(
          docket,
          "docket.filed",
          Core::Actor::SYSTEM,
          { "record" => record.number, "case_file" => place.code, "versions" => told }.merge(closed, home)
        )
        versions
      end

      private

      # Values that parties typed become particulars of the record. What somebody changed there since the docket was
      # sent stays as it is until a person decides, and the entry says so.
      def bring_home(docket, document, record)
        items = record.record_class.definition(record.class_version).fetch("particulars", []).to_h do |item|
          [item["name"], item]
        end
        values = document.fields.select(&:value).to_h do |field|
          [field.settings["particular"], field.value]
        end.slice(*items.keys)
        fit = values.filter_map do |name, value|
          Core::Filing::Particulars.one(
            items.fetch(name),
            value
          ).then do |problem, kept|
            [name, kept] unless problem
          end
        end.to_h
        changed, free = fit.reject do |name, kept|
          record.particulars[name] == kept
        end.partition do |name, _|
          record.particulars[name] != document.particulars.to_h.dig(
            name, 1
          )
        end
        return {} if changed.empty? && free.empty?

        changed.each do |name, kept|
          db[:particular_conflicts].insert_conflict.insert(
            record_id: record.id,
            docket_number: docket.number,
            name: name,
            typed: Sequel.pg_jsonb(kept),
            noted_at: now
          )
        end

        record.update(particulars: Sequel.pg_jsonb(record.particulars.to_h.merge(free.to_h)), edits: record.edits + 1)
        if free.any?
          record_event_on(
            record.number,
            "record.corrected",
            Core::Actor::SYSTEM,
            "changed" => free.map(&:first).sort,
            "docket" => docket.number
          )
        end
        { "particulars" => free.map(&:first).sort, "left_as_changed" => changed.map(&:first).sort }.reject do |_, names|
          names.empty?
        end
      end

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
          why: "docket #{docket.number}",
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
