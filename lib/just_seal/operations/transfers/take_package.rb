# frozen_string_literal: true

module JustSeal
  module Operations
    # Takes in a package that an office made of a record, as a new record: with its versions as they are, the sealed
    # ones locked, and the package itself, which proves what was before. Class and case file are those of the same code;
    # where there are none they are made, by whoever may.
    class TakePackage < Operation
      LOCK = [75, 1].freeze
      REFUSED = %i[altered unreadable].freeze
      LOCKED = Core::Transfer::Check::SEALED
      # What a class asks for that is made of a package.
      PLAIN = { "naming_rule" => "", "filing_rule" => "" }.freeze

      # +bytes+: of the package. Returns the Store::Record. Raises Errors::Invalid with {"file" => problem} for what is
      # no package, was altered, or was taken before.
      def call(actor, bytes:)
        allow!(actor, :capture)
        report = look(bytes)
        bag = Core::Transfer::Bag.read(bytes)
        account = Core::Transfer::Package.account(bag.files) or raise Errors::Invalid, { "file" => :no_package_of_ours }
        versions = versions(account, bag.files)
        package = office.blobs.put(bytes)
        transaction do
          db.get(Sequel.function(:pg_advisory_xact_lock, *LOCK))
          refuse_twice(package)
          record = keep(actor, account, versions)
          note(actor, record, arrival(account, report, package), bytes.bytesize)
          watch(record, bag.files, account)
          record
        end
      end

      private

      def look(bytes)
        asked = { **office.accepted, at: now }
        report = Ports::Confined.call { Core::Transfer::Check.call(bytes, **asked) }
        return report unless REFUSED.include?(report.verdict)

        altered = report.verdict == :altered
        raise Errors::Invalid, { "file" => altered ? :package_altered : :no_package_of_ours }
      end

      def refuse_twice(package)
        here = Store::TakenPackage.where(package_sha256: package).exclude(record_id: Store::Content.stubs)
        twin = here.eager(:record).all.first or return
        raise Errors::Invalid, { "file" => Core::Problem.new(:package_taken, number: twin.record.number) }
      end

      # As RecordKeeper takes them.
      def versions(account, files)
        account.fetch("versions").map do |told|
          bytes = files.fetch(told.fetch("file"))
          FileGate.call(bytes)
          {
            kind: told.fetch("kind"),
            media: told.fetch("media"),
            file_name: told.fetch("file_name"),
            sha256: office.blobs.put(bytes),
            size_bytes: bytes.bytesize,
            why: Core::Problem.kept(Core::Problem.new(:came_in_package, number: account.fetch("number"))),
            locked: LOCKED.include?(told.fetch("kind")),
            **pages(told, bytes)
          }
        end
      end

      def pages(told, bytes)
        return {} unless told.fetch("media") == "pdf"

        looked = Ports::Confined.call { Core::Pdf::Intake.look(Core::Pdf::Signing.open(bytes)) }
        { page_count: looked.pages, page_sizes: looked.page_sizes }
      end

      def keep(actor, account, versions)
        record_class = record_class(actor, account.fetch("class"))
        case_file = case_file(actor, account.fetch("case_file"))
        allow_case_file!(actor, case_file, :change)
        raise Errors::Invalid, { "file" => Core::Problem.new(:case_file_closed, code: case_file.code) } if case_file
          .closed_at

        RecordKeeper.new(actor).keep(
          versions,
          title: account.fetch("title")[0, CaptureRecord::MAX_TITLE],
          record_class: record_class,
          case_file: case_file,
          values: values(account, record_class)
        )
      end

      def record_class(actor, told)
        Store::RecordClass.first(code: told.fetch("code")) ||
          DefineClass.call(actor, definition: PLAIN.merge(told))
      end

      def case_file(actor, told)
        Store::CaseFile.first(code: told.fetch("code")) || SaveCaseFile.call(actor, given: told)
      end

      # Those that the class here asks for in the same way; the others stand in the package.
      def values(account, record_class)
        mine = record_class.particulars.to_h { |item| [item["name"], item["type"]] }
        theirs = account.fetch("class").fetch("particulars").to_h { |item| [item["name"], item["type"]] }
        account.fetch("particulars").select { |name, _| mine.key?(name) && mine[name] == theirs[name] }
      end

      def arrival(account, report, package)
        {
          "office" => account.fetch("office"),
          "former_number" => account.fetch("number"),
          "package" => package,
          "verdict" => report.verdict.to_s,
          "entries" => report.entries
        }
      end

      def note(actor, record, facts, size)
        record_event_on(record.number, "record.taken_in", actor, facts)
        Store::TakenPackage.create(
          record_id: record.id,
          package_sha256: facts.fetch("package"),
          package_bytes: size,
          taken_by: actor.id,
          taken_at: now,
          **facts.except("package").transform_keys(&:to_sym)
        )
      end

      # When their proofs end is looked after from here on.
      def watch(record, files, account)
        paths = account.fetch("versions").to_h { |told| [told["number"], told["file"]] }
        record.versions_dataset.where(locked: true).each do |row|
          RenewSeal.look(row, files.fetch(paths.fetch(row.number)), now)
        end
      end
    end
  end
end
