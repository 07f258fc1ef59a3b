# frozen_string_literal: true

module JustSeal
  module Operations
    # Copies of what was sealed, as they go out.
    class SealedCopies < Operation
      # +versions+: of documents and certificate. Returns [{"file_name" =>, "sha256" =>}, ...]. With a password the
      # copies travel inside one file that wants it; they themselves stay as they are.
      def call(docket, versions)
        copies = versions.uniq(&:sha256).map { |one| { "file_name" => one.file_name, "sha256" => one.sha256 } }
        closed = docket.options["password"] or return copies

        files = copies.to_h { |copy| [copy["file_name"], office.blobs.get(copy["sha256"])] }
        lines = %i[attached open].map { |key| I18n.t(key, scope: "wrapper") }
        bytes = Core::Pdf::Wrapper.call(
          files,
          password: office.secret_box.open(closed),
          title: docket.title,
          lines: lines,
          faces: office.faces
        )
        [{ "file_name" => "#{docket.number} copies.pdf", "sha256" => office.blobs.put(bytes) }]
      end
    end
  end
end
