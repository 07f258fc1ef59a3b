# frozen_string_literal: true

require "digest"

module JustSeal
  module Operations
    # Captures the PDFs of a folder as records, by a table of what is known of them (RecordTable). Each file is kept by
    # itself: an import that was stopped, at whatever point, is run again, and goes on with what is not kept yet. The
    # same bytes under the same name are kept once.
    class ImportRecords < Operation
      # What becomes of a line. +state+: :fits, :kept (now or before) or :wrong; +record+: its number; +problems+:
      # {key => Symbol or Core::Problem}, as of CaptureRecord and "file", "class".
      Answer = Core::Value.of(:line, :file, :state, :record, :problems)

      # +folder+: in which the files lie; +record_class+, +case_file+: of lines that name none, nil for none.
      def initialize(actor, folder:, record_class: nil, case_file: nil)
        super()
        @actor = actor
        @folder = File.expand_path(folder)
        @usual = { record_class: record_class, case_file: case_file }
      end

      # Says what would become of each line of +text+, and keeps nothing. With a block, tells it each Answer as it
      # comes. Returns [Answer, ...]. Raises Errors::Invalid keyed "table".
      def plan(text, &told) = each(text, told) { |row| answer(row, :fits) }

      # Keeps what fits. With a block, tells it each Answer as it comes. Returns and raises as #plan.
      def call(text, &told) = each(text, told) { |row| keep(row) }

      private

      def each(text, told)
        allow!(@actor, :capture)
        rows = RecordTable.read(text, known: known_names)
        twice = rows.map(&:file).tally.select { |_, times| times > 1 }
        rows.map do |row|
          found = twice.key?(row.file) ? wrong(row, "file" => :twice_in_table) : known(row) || yield(row)
          told&.call(found)
          found
        rescue Errors::Invalid => e
          wrong(row, e.problems).tap { |answer| told&.call(answer) }
        end
      end

      def known_names
        Store::RecordClass.all.flat_map { |one| one.particulars.map { |item| item["name"] } }.uniq
      end

      # What says that the line was kept before; nil where it was not.
      def known(row)
        kept = Store.db[:record_imports].where(sha256: Digest::SHA256.hexdigest(bytes(row)), file_name: name(row))
        number = Store::Record.where(id: kept.select(:record_id)).get(:number)
        Answer.new(line: row.line, file: row.file, state: :kept, record: number, problems: {}) if number
      end

      # Everything that keeping it would refuse, at once.
      def answer(row, state)
        place = place(row)
        title = Core::Filing::SafeName.line(title(row))
        _, problems = RecordKeeper.read(title, place[:record_class], place[:case_file], row.particulars)
        looked = CaptureRecord.look(bytes(row))
        problems["file"] = looked.problem unless looked.valid?
        raise Errors::Invalid, problems if problems.any?

        Answer.new(line: row.line, file: row.file, state: state, record: nil, problems: {})
      end

      def keep(row)
        bytes = bytes(row)
        record = CaptureRecord.call(
          @actor,
          bytes: bytes,
          file_name: name(row),
          title: title(row),
          particulars: row.particulars,
          **place(row)
        ) { |made| note(row, bytes, made) }
        Answer.new(line: row.line, file: row.file, state: :kept, record: record.number, problems: {})
      rescue Sequel::UniqueConstraintViolation
        known(row) # by another import, at the same time
      end

      # In the transaction of the record itself.
      def note(row, bytes, record)
        db[:record_imports].insert(
          sha256: Digest::SHA256.hexdigest(bytes), file_name: name(row), record_id: record.id, imported_at: office.now
        )
      end

      # The bytes of its file, which lies in the folder. Raises Errors::Invalid.
      def bytes(row)
        path = File.realpath(File.join(@folder, row.file))
        inside = path.start_with?("#{File.realpath(@folder)}/") && File.file?(path)
        raise Errors::Invalid, { "file" => :file_of_table_missing } unless inside

        most = Core::Pdf::Intake::MAX_BYTES
        raise Errors::Invalid, { "file" => :too_large } if File.size(path) > most

        File.binread(path)
      rescue SystemCallError
        raise Errors::Invalid, { "file" => :file_of_table_missing }
      end

      def place(row)
        record_class = row.class_code.empty? ? @usual[:record_class] : Store::RecordClass.first(code: row.class_code)
        case_file = row.case_file.empty? ? @usual[:case_file] : Store::CaseFile.first(code: row.case_file)
        problems = { "class" => missing(record_class, row.class_code, :no_class, :choose_class) }
        problems["case_file"] = missing(case_file, row.case_file, :no_case_file, :choose_case_file)
        raise Errors::Invalid, problems.compact if problems.compact.any?

        { record_class: record_class, case_file: case_file }
      end

      def missing(found, code, unknown, unsaid)
        return if found

        code.empty? ? unsaid : Core::Problem.new(unknown, code: code)
      end

      def title(row) = row.title.empty? ? File.basename(row.file, ".*") : row.title
      def name(row) = File.basename(row.file)

      def wrong(row, problems)
        Answer.new(line: row.line, file: row.file, state: :wrong, record: nil, problems: problems)
      end
    end
  end
end
