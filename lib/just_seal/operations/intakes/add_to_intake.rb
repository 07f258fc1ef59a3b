# frozen_string_literal: true

module JustSeal
  module Operations
    # Puts one file into an intake; a job looks at it.
    class AddToIntake < Operation
      MAX_FILES = 50

      # Returns the Store::IntakeFile. Raises Errors::Invalid, keyed "file", for what can't be a document at all;
      # nothing of that is kept.
      def call(actor, intake_id:, bytes:, file_name:)
        allow!(actor, :capture)
        media = check(bytes)
        name = Core::Documents::FileName.plain(file_name, media)
        refuse_malware(bytes)
        sha256 = office.blobs.put(bytes)
        transaction do
          intake = IntakeLock.take_for_files(actor, intake_id)
          if intake.files_dataset.unfinished.count >= MAX_FILES
            raise Errors::Invalid, { "file" => Core::Problem.new(:intake_full, limit: MAX_FILES) }
          end

          file = { file_name: name, media: media, sha256: sha256, size_bytes: bytes.bytesize }
          IntakeFileKeeper.call(actor, intake, **file)
        end
      end

      private

      # While the scanner is away the file waits: whoever looks at it asks again.
      def refuse_malware(bytes)
        FileGate.call(bytes)
      rescue Errors::Unavailable
        nil
      end

      def check(bytes)
        code = bytes.empty? ? :empty : (:too_large if bytes.bytesize > Core::Pdf::Intake::MAX_BYTES)
        raise Errors::Invalid, { "file" => code } if code

        Core::Documents::Media.of(bytes) || raise(Errors::Invalid, { "file" => Core::Documents::Media.stranger(bytes) })
      end
    end
  end
end
