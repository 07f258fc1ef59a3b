# frozen_string_literal: true

module JustSeal
  module Web
    # Check: anybody may ask whether a file is what was sealed. The file is read, answered, and not kept.
    class CheckPage < Base
      MAX_BYTES = Core::Pdf::Intake::MAX_BYTES

      get("") { ask }

      post "" do
        file = params["file"]
        return ask(I18n.t("check.no_file")) unless file.is_a?(Hash) && file[:tempfile]

        bytes = file[:tempfile].read(MAX_BYTES + 1).to_s
        return ask(I18n.t("check.too_large", megabytes: MAX_BYTES / 1024 / 1024)) if bytes.bytesize > MAX_BYTES

        show_page answer(bytes, file[:filename].to_s.scrub("")[0, 120])
      rescue Errors::Invalid => e
        ask(Words.problems(e.problems).values.first)
      end

      private

      def ask(problem = nil) = show_page(Pages::Check::Ask.new(context, problem: problem), code: problem ? 422 : 200)

      def answer(bytes, name)
        if bytes.start_with?("PK")
          report = Ports::Confined.call { Core::Bundle::Check.call(bytes, roots: office.roots, at: office.now) }
          return Pages::Check::Bundle.new(context, report, name: name)
        end

        report = Ports::Confined.call { Core::Pdf::Check.call(bytes, roots: office.roots, at: office.now) }
        Pages::Check::Report.new(context, report, name: name, filed: filed(report))
      end

      # The locked version with these very bytes, nil when there is none.
      def filed(report) = Queries::Versions.filed(report.sha256)
    end
  end
end
