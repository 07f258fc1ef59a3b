# frozen_string_literal: true

module JustSeal
  module Operations
    # Pages of a record are put in another order, turned, taken out, or joined by those of others: a new version; or
    # some of them become a record of their own. What was there stays.
    class ArrangePages < Operation
      MAX_PLACES = Core::Pdf::Intake::MAX_PAGES

      # +places+: [[record number, version number, page, degrees], ...] in their order. Returns the Store::Version.
      # Raises Errors::Invalid keyed "places"; Errors::Conflict where the record is out, sealed or reserved.
      def call(actor, number:, places:)
        bytes, looked = made(actor, places)
        transaction do
          record = held(actor, number)
          why = Core::Problem.new(:pages_arranged, records: from(places) - [number])
          version = version(bytes, looked, record.title, "revised", why)
          last = record.versions_dataset.max(:number)
          row = keeper(actor).add_versions(record, [version], from: last + 1).first
          record_event_on(number, "record.pages_arranged", actor, facts(places, [row]))
          row
        end
      end

      # The same as a record of its own beside +number+. +title+: text. Returns the Store::Record.
      def apart(actor, number:, places:, title:)
        problems = CaptureRecord.title_problems(title.strip)
        raise Errors::Invalid, problems unless problems.empty?

        bytes, looked = made(actor, places)
        transaction do
          record = Store::Record.locked(number)
          allow_record!(actor, record, :change)
          version = version(bytes, looked, title, "captured", Core::Problem.new(:pages_taken, record: number))
          kept = { record_class: record.record_class, case_file: record.case_file, values: record.particulars.to_h }
          one = keeper(actor).keep([version], title: Core::Filing::SafeName.line(title), **kept)
          told = facts(places, one.versions).merge("record" => one.number)
          record_event_on(number, "record.pages_taken", actor, told)
          one
        end
      end

      private

      def keeper(actor) = RecordKeeper.new(actor)
      def from(places) = places.map(&:first).uniq

      def held(actor, number)
        record = Store::Record.locked(number)
        allow_record!(actor, record, :change)
        BoundRecord.refuse(record)
        taken = record.reserved_by && record.reserved_by != actor.id
        raise Errors::Conflict.new(:reserved_by, name: record.holder.name, number: number) if taken

        record
      end

      # [bytes, Core::Pdf::Intake::Result]
      def made(actor, places)
        allow!(actor, :capture)
        refuse_strange(places)
        sources = places.to_h { |number, version, *| [[number, version], bytes_of(actor, number, version)] }
        list = places.map do |number, version, page, turn|
          Core::Pdf::ArrangedPages::Place.new(source: [number, version], page: page, turn: turn)
        end
        bytes = Ports::Confined.call(field: "places") { Core::Pdf::ArrangedPages.call(sources, list) }
        looked = CaptureRecord.look(bytes)
        raise Errors::Invalid, { "places" => looked.problem } unless looked.valid?

        [bytes, looked]
      rescue Core::Refused => e
        raise Errors::Invalid, { "places" => Core::Problem.new(e.reason, **e.facts) }
      end

      def refuse_strange(places)
        some = places.is_a?(Array) && places.size.between?(1, MAX_PLACES) && places.all?(Array)
        fine = some && places.all? do |number, version, page, turn|
          number.is_a?(String) && version.is_a?(Integer) && page.is_a?(Integer) &&
            Core::Pdf::ArrangedPages::TURNS.include?(turn)
        end
        raise Errors::Invalid, { "places" => Core::Problem.new(:pages_unreadable, limit: MAX_PLACES) } unless fine
      end

      def bytes_of(actor, number, version)
        record = Store::Record.first(number: number) or raise Errors::Missing.new(:no_record, number: number)
        allow_record!(actor, record, :see)
        refuse_destroyed!(record)
        row = Queries::Versions.of(record, version)
        raise Errors::Missing.new(:no_version, number: number, version: version) unless row&.pdf?

        office.blobs.get(row.sha256)
      end

      def version(bytes, looked, title, kind, why)
        {
          kind: kind,
          file_name: Core::Documents::FileName.plain("#{title}.pdf", "pdf"),
          sha256: office.blobs.put(bytes),
          size_bytes: bytes.bytesize,
          page_count: looked.pages,
          page_sizes: looked.page_sizes,
          findings: looked.findings.map(&:kept),
          why: Core::Problem.kept(why)
        }
      end

      def facts(places, rows)
        told = places.map { |number, version, page, turn| "#{number}/#{version}/#{page}/#{turn}" }
        { "pages" => told, "versions" => RecordKeeper.told(rows) }
      end
    end
  end
end
