# frozen_string_literal: true

module JustSeal
  module Operations
    # Keeps a document that is written in place: its text as one version of a record, and the PDF/A that is made of it,
    # with the fields that were typed, as the next.
    class WriteDocument < Operation
      # The text as a new record. +html+: see Core::Documents::Written; +particulars+: {name => text}. Returns the
      # Store::Record. Raises Errors::Invalid keyed "html", "title", "case_file" or "particulars.NAME";
      # Errors::Unavailable while nothing can be converted.
      def call(actor, html:, title:, record_class:, case_file:, particulars:)
        allow!(actor, :capture)
        allow_case_file!(actor, case_file, :change)
        title = Core::Filing::SafeName.line(title)
        values, problems = RecordKeeper.read(title, record_class, case_file, particulars)
        source = read(html, problems)
        raise Errors::Invalid, problems unless problems.empty?

        made = made(source, title, record_class.particulars, values)
        kept = { title: title, record_class: record_class, case_file: case_file, values: values }
        transaction do
          record = RecordKeeper.new(actor).keep(versions(made, title), **kept)
          note(record.versions_dataset.order(:number).all, source, made)
          record
        end
      end

      # The text as the next version of record +number+; +base+: number of the written version that the writer began
      # from. Returns the Store::Record. Raises Errors::Conflict where somebody else wrote meanwhile, or the record is
      # out, sealed or reserved.
      def write_on(actor, number:, html:, base:)
        allow!(actor, :capture)
        record = Store::Record.first(number: number) or raise Errors::Missing.new(:no_record, number: number)
        held(actor, record, base)
        problems = {}
        source = read(html, problems)
        raise Errors::Invalid, problems unless problems.empty?

        made = made(source, record.title, record.record_class.particulars, record.particulars.to_h)
        transaction { add(actor, number, base, source, made) }
      end

      private

      # Its +versions+: of the newest text, and what it makes. +places+: {number of a field => place}.
      Made = Struct.new(:page, :pdf, :looked, :places, keyword_init: true)

      def read(html, problems)
        facts = Ports::Confined.call(field: "html") { Core::Documents::Written.read(html).to_h }
        source = Core::Documents::Written::Source.new(**facts)
        Core::Documents::Written.with_clauses(source, Queries::OfficeClauses.bodies(source.clauses))
      rescue Core::Refused => e
        problems["html"] = Core::Problem.new(e.reason, **e.facts)
        nil
      rescue Errors::Invalid => e
        problems.update(e.problems)
        nil
      end

      def made(source, title, items, values)
        shown = shown(items, values)
        odt = Core::Documents::Written::FlatOdt.new(source.body, values: shown, title: title, language: office.language)
        pdf = office.converter.pdf(odt.to_xml, "fodt")
        found = Ports::Confined.call(field: "html") { archival(Core::Pdf::TypedFields.call(pdf).to_h) }
        looked = CaptureRecord.look(found[:bytes])
        raise Errors::Invalid, { "html" => looked.problem } unless looked.valid?

        page = Core::Documents::Written.page(source.body, title: title, language: office.language)
        Made.new(page: page, pdf: found[:bytes], looked: looked, places: found[:places])
      end

      def archival(typed) = typed.merge(bytes: Core::Pdf::Archival.make(typed[:bytes]).first)

      # {name => text as people read it}
      def shown(items, values)
        items.to_a.to_h do |item|
          value = values[item["name"]]
          type = Core::Filing::Types.of(item)
          [item["name"], value.nil? ? "" : type.shown(item, value, Words::Notation::DOCUMENT)]
        end
      end

      def versions(made, title)
        name = ->(media) { Core::Documents::FileName.plain("#{title.tr("/", "-")}.#{media}", media) }
        written = {
          kind: "written",
          media: "html",
          file_name: name.call("html"),
          sha256: office.blobs.put(made.page),
          size_bytes: made.page.bytesize,
          why: Core::Problem.kept(:written_here)
        }
        pdf = CaptureRecord.version(made.pdf, name.call("pdf"), made.looked, office)
        [written, pdf.merge(kind: "converted", why: Core::Problem.kept(:made_from_text))]
      end

      # +rows+: the text and its PDF.
      def note((text, pdf), source, made)
        fields = source.fields.each.with_index(1).filter_map { |field, number| placed(field, made.places[number]) }
        db[:typed_fields].insert(version_id: pdf.id, fields: Sequel.pg_jsonb(fields)) unless fields.empty?
        source.clauses.uniq.each do |name, version|
          db[:clause_uses].insert(version_id: text.id, name: name, clause_version: version)
        end
      end

      def placed(field, place)
        return unless place

        field.merge(%w[page x y width height].zip(place).to_h)
      end

      def held(actor, record, base)
        allow_record!(actor, record, :change)
        BoundRecord.refuse(record)
        taken = record.reserved_by && record.reserved_by != actor.id
        raise Errors::Conflict.new(:reserved_by, name: record.holder.name, number: record.number) if taken

        newest = Queries::WrittenTexts.newest(record)&.number
        raise Errors::Conflict.new(:changed_meanwhile, name: record.number) unless newest == base
      end

      def add(actor, number, base, source, made)
        record = Store::Record.locked(number)
        held(actor, record, base)
        last = record.versions_dataset.max(:number)
        rows = RecordKeeper.new(actor).add_versions(record, versions(made, record.title), from: last + 1)
        note(rows, source, made)
        clauses = source.clauses.map { |name, version| "#{name}/#{version}" }
        facts = { "versions" => RecordKeeper.told(rows), "after" => base, "clauses" => clauses }
        record_event_on(number, "record.written", actor, facts)
        record
      end
    end
  end
end
