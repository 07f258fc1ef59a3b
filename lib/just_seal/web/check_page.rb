# frozen_string_literal: true

module JustSeal
  module Web
    # Check: anybody may ask whether a file is what was sealed. The file is read, answered, and not kept.
    class CheckPage < Base
      MOST_BYTES = Core::Pdf::Intake::MOST_BYTES

      HEADINGS = {
        intact: "This is the document that was sealed",
        altered: "This is not the document that was sealed",
        untrusted: "Nobody accepted here vouches for this file",
        unreadable: "This file can't be checked"
      }.freeze
      BUNDLE_HEADINGS = {
        intact: "This evidence bundle is whole",
        altered: "This is not the bundle that was made",
        untrusted: "Nobody accepted here vouches for this bundle",
        unreadable: "This file can't be checked"
      }.freeze

      get "" do
        show(nil)
      end

      post "" do
        file = params["file"]
        unless file.is_a?(Hash) && file[:tempfile]
          return show("Choose the file first: the sealed PDF or the evidence bundle, as you have it.")
        end

        bytes = file[:tempfile].read(MOST_BYTES + 1).to_s
        if bytes.bytesize > MOST_BYTES
          return show("The file is larger than #{MOST_BYTES / 1024 / 1024} MB. Check it with bin/justseal verify.")
        end

        answer(bytes, file[:filename].to_s.scrub("")[0, 120])
      end

      private

      def frame = account ? :layout : :"room/frame"

      def show(problem)
        status 422 if problem
        erb :"evidence/check", locals: { title: "Check a file", place: "Evidence", problem: problem }, layout: frame
      end

      def answer(bytes, name)
        return bundle(bytes, name) if bytes.start_with?("PK")

        report = Core::Pdf::Check.call(bytes, roots: office.roots)
        erb :"evidence/report",
          locals: { title: heading(report), place: "Evidence", report: report, name: name, filed: filed(report) },
          layout: frame
      end

      def bundle(bytes, name)
        report = Core::Bundle::Check.call(bytes, roots: office.roots)
        erb :"evidence/bundle",
          locals: { title: BUNDLE_HEADINGS.fetch(report.verdict), place: "Evidence", report: report, name: name },
          layout: frame
      end

      def heading(report)
        return "Signed, but not sealed yet" if report.verdict == :intact && report.findings.any? do |finding|
          finding.code == :not_sealed_yet
        end

        HEADINGS.fetch(report.verdict)
      end

      # The locked version with these very bytes, nil when there is none.
      def filed(report) = Store::Version.where(sha256: report.sha256, locked: true).eager(:record).first
    end
  end
end
