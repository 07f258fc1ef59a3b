# frozen_string_literal: true

module JustSeal
  module Operations
    # Makes PDF/A of the version of a record that is worked on, as a new version; what is seen stays as it is. What was
    # there stays too.
    class MakeArchival < Operation
      # Returns the new Store::Version. Raises Errors::Conflict where it is PDF/A, can't be made so, or the record is
      # out, sealed, held or reserved by somebody else.
      def call(actor, number:)
        allow!(actor, :capture)
        record = Store::Record.first(number: number) or raise Errors::Missing.new(:no_record, number: number)
        allow_record!(actor, record, :change)
        version = newest(record)
        bytes = made(version)
        looked = CaptureRecord.look(bytes)
        transaction { keep(actor, number, version, bytes, looked) }
      end

      private

      def newest(record)
        record.versions_dataset.working.order(Sequel.desc(:number)).first ||
          raise(Errors::Conflict.new(:nothing_to_make_archival, number: record.number))
      end

      def made(version)
        bytes = office.blobs.get(version.sha256)
        made, clauses = Ports::Confined.call do
          made, found = Core::Pdf::Archival.make(bytes)
          [made, found.map(&:clause).uniq]
        end
        raise Errors::Conflict.new(:not_archival, clauses: clauses.first(5).join(", ")) if clauses.any?
        raise Errors::Conflict, :archival_already if made == bytes

        made
      end

      def keep(actor, number, version, bytes, looked)
        record = Store::Record.locked(number)
        refuse(actor, record, version)
        last = record.versions_dataset.max(:number)
        row = RecordKeeper.new(actor).add_versions(record, [columns(version, bytes, looked)], from: last + 1).first
        facts = { "version" => row.number, "of" => version.number, "sha256" => row.sha256 }
        record_event_on(number, "record.made_archival", actor, facts)
        row
      end

      def refuse(actor, record, version)
        allow_record!(actor, record, :change)
        BoundRecord.refuse(record)
        taken = record.reserved_by && record.reserved_by != actor.id
        raise Errors::Conflict.new(:reserved_by, name: record.holder.name, number: record.number) if taken
        raise Errors::Conflict.new(:changed_meanwhile, name: record.number) unless newest(record).id == version.id
      end

      def columns(version, bytes, looked)
        {
          kind: "converted",
          file_name: version.file_name,
          sha256: office.blobs.put(bytes),
          size_bytes: bytes.bytesize,
          page_count: looked.pages,
          page_sizes: looked.page_sizes,
          findings: looked.findings.map(&:kept),
          why: Core::Problem.kept(Core::Problem.new(:made_archival, version: version.number)),
          text_of: version.id
        }
      end
    end
  end
end
