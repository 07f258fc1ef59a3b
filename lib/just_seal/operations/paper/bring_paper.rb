# frozen_string_literal: true

module JustSeal
  module Operations
    # Pages that came back on paper are brought in as files: PDFs of a scanner, or photographs. A job reads them. What
    # is of something else, or was scanned badly, is left out again.
    class BringPaper < Operation
      MAX_MEGABYTES = 50
      MAX_BYTES = MAX_MEGABYTES * 1024 * 1024
      MAX_FILES = 50

      # +files+: [[name, bytes], ...]. Returns the Store::PaperFile rows. Raises Errors::Invalid keyed "scan".
      def call(actor, number:, copy:, files:)
        raise Errors::Invalid, { "scan" => :file_missing } if files.empty?
        if files.size > MAX_FILES
          raise Errors::Invalid,
            { "scan" => Core::Problem.new(:too_many_files, limit: MAX_FILES) }
        end

        kept = files.map { |name, bytes| looked(name, bytes) }
        transaction do
          docket, row = opened(actor, number, copy)
          kept.map { |columns| keep(actor, docket, row, columns) }
        end
      end

      # Leaves out the file +id+: it shows something else, or too badly.
      def leave_out(actor, number:, copy:, id:)
        transaction do
          docket, row = opened(actor, number, copy)
          file = row.files_dataset.where(id: id).exclude(state: "left_out").first or raise Errors::Missing,
            :no_paper_file
          file.update(state: "left_out")
          record_event(docket, "paper.left_out", actor, "copy" => row.number, "sha256" => file.sha256)
        end
      end

      private

      def opened(actor, number, copy)
        docket, row = PaperLookup.call(number, copy, states: %w[out])
        allow_docket!(actor, docket, :send)
        [docket, row]
      end

      def looked(name, bytes)
        large = Core::Problem.new(:too_large, megabytes: MAX_MEGABYTES)
        raise Errors::Invalid, { "scan" => large } if bytes.bytesize > MAX_BYTES

        media = BringFile::KINDS.find { |_, start| bytes.start_with?(start) }&.first or
          raise Errors::Invalid, { "scan" => Core::Problem.new(:not_a_scan, name: name) }
        FileGate.call(bytes, key: "scan")
        {
          file_name: Core::Documents::FileName.with_ending(name, ".#{media}"),
          media: media,
          sha256: office.blobs.put(bytes)
        }
      end

      def keep(actor, docket, row, columns)
        file = Store::PaperFile.create(copy_id: row.id, brought_by: actor.id, brought_at: now, **columns)
        facts = { "copy" => row.number, "file_name" => file.file_name, "sha256" => file.sha256 }
        record_event(docket, "paper.brought", actor, facts)
        Jobs::ReadPaper.enqueue(file.id)
        file
      end
    end
  end
end
