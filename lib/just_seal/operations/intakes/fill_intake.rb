# frozen_string_literal: true

module JustSeal
  module Operations
    # Types titles and particulars of the files of an intake by a table (RecordTable), by the names of the files. What
    # each would become stands on the page of the intake, and nothing is kept by it.
    class FillIntake < Operation
      # Returns [files that a line was about, names of the table that no file has]. Raises Errors::Invalid keyed
      # "table".
      def call(actor, intake_id:, text:)
        allow!(actor, :capture)
        transaction do
          intake = IntakeLock.take(actor, intake_id)
          rows = RecordTable.read(text, known: intake.record_class.particulars.map { |item| item["name"] })
          ids = ids(intake)
          found, others = rows.partition { |row| ids.key?(plain(row)) }
          fill(intake, found.to_h { |row| [ids[plain(row)], row] }, alone: ids.size == 1)
          [found.size, others.map(&:file)]
        end
      end

      private

      def plain(row) = File.basename(row.file).downcase

      # {name of a file => its id, as text}
      def ids(intake)
        intake.files_dataset.shown.select_map(%i[file_name id]).to_h { |name, id| [name.downcase, id.to_s] }
      end

      # +rows+: {file id => Row}; what the table leaves empty stays as it was. +alone+: one file has no particulars
      # of its own.
      def fill(intake, rows, alone:)
        typed = intake.typed.to_h
        added = {
          "titles" => rows.reject { |_, row| row.title.empty? }.transform_values(&:title),
          "own" => rows.to_h { |id, row| [id, typed["own"].to_h[id].to_h.merge(row.particulars)] },
          "particulars" => alone ? rows.values.map(&:particulars).inject({}, :merge) : {}
        }
        typed = typed.merge(added) { |_, before, now| before.to_h.merge(now) }
        intake.update(typed: Sequel.pg_jsonb(typed))
      end
    end
  end
end
