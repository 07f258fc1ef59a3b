# frozen_string_literal: true

module JustSeal
  module Operations
    # The files that a docket template keeps: looked at as every file is that comes in, and put away.
    class TemplateFiles < Operation
      # What stood in a definition in the place of a file: its bytes, in Base64.
      CONTENT = "content"

      attr_reader :faults

      def initialize
        super
        @faults = []
        @come = {}
      end

      # +definition+ with the SHA-256 of the +files+ ({number => {bytes:, file_name:}}) that are to be kept, and of
      # those that it brings along itself.
      def put_in(definition, files)
        documents = definition["documents"]
        fit = documents.is_a?(Array) && documents.size <= Core::Dockets::TemplateDocuments::MAX && documents.all?(Hash)
        return definition unless fit # which is said of it, before anything is looked at

        given = documents.each_with_index.map do |document, index|
          file = files[index + 1] || brought(document)
          file ? document.merge(taken(file, index + 1)) : document.except(CONTENT)
        end
        definition.merge("documents" => given)
      end

      # Of files that nobody brought, and that the template may not speak of. +known+: SHA-256 that it may.
      def problems(definition, known)
        definition["documents"].each_with_index.filter_map do |document, index|
          file = document["file"] or next
          Core::Problem.new(:template_file_unknown, number: index + 1) unless @come.key?(file) || known.include?(file)
        end
      end

      # SHA-256 of the files of all versions of template +code+.
      def of_template(code)
        ids = Store::DocketTemplate.where(code: code).select(:id)
        db[:docket_template_files].where(template_id: ids).distinct.select_map(:sha256)
      end

      # Notes the files of version +number+ of +row+.
      def keep(row, number, definition)
        definition["documents"].each_with_index do |document, index|
          file = document["file"] or next
          facts = @come[file] || facts_of(file)
          name = Core::Documents::FileName.plain(document["file_name"].to_s, "pdf")
          db[:docket_template_files].insert(
            template_id: row.id, version: number, document: index + 1, sha256: file, file_name: name, **facts
          )
        end
      end

      private

      def brought(document)
        text = document[CONTENT]
        { bytes: text.unpack1("m"), file_name: document["file_name"].to_s } if text.is_a?(String) && !text.empty?
      end

      # {"file" =>, "file_name" =>} of a file that can be kept; nothing of one that can't, which is a fault.
      def taken(file, number)
        looked = CaptureRecord.look(file[:bytes])
        raise Errors::Invalid, { "file" => looked.problem } unless looked.valid?

        FileGate.call(file[:bytes])
        sha256 = office.blobs.put(file[:bytes])
        @come[sha256] = { size_bytes: file[:bytes].bytesize, page_count: looked.pages }
        { "file" => sha256, "file_name" => file[:file_name] }
      rescue Errors::Invalid => e
        @faults << Core::Problem.new(:of_template_file, number: number, problem: e.problems.values.first)
        {}
      end

      def facts_of(sha256)
        version = Store::Version.where(sha256: sha256).get(%i[size_bytes page_count])
        version ||= db[:docket_template_files].where(sha256: sha256).get(%i[size_bytes page_count])
        { size_bytes: version[0], page_count: version[1] }
      end
    end
  end
end
