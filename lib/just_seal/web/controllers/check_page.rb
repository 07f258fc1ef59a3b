# frozen_string_literal: true

module JustSeal
  module Web
    # Check: anybody may ask whether a file is what was sealed. The file is read, answered, and not kept.
    class CheckPage < Base
      MAX_BYTES = Core::Pdf::Intake::MAX_BYTES

      get("") { ask }

      post "" do
        file = params["file"]
        return ask("file" => I18n.t("check.no_file")) unless file.is_a?(Hash) && file[:tempfile]

        bytes = file[:tempfile].read(MAX_BYTES + 1).to_s
        too_large = I18n.t("check.too_large", megabytes: MAX_BYTES / 1024 / 1024)
        return ask("file" => too_large) if bytes.bytesize > MAX_BYTES

        at = asked_for or return ask("at" => I18n.t("check.no_day"))
        show_page answer(bytes, file[:filename].to_s.scrub("")[0, 120], at)
      rescue Errors::Invalid => e
        ask("file" => Words.problems(e.problems).values.first)
      end

      private

      def ask(problems = {})
        page = Pages::Check::Ask.new(context, problems: problems, day: params["at"], sealer: params["sealer"])
        show_page(page, code: problems.empty? ? 200 : 422)
      end

      # The moment for which it is asked; nil for what is none.
      def asked_for
        text = params["at"].to_s.strip
        text.empty? ? office.now : Words::Moment.read(text)
      end

      # Whoever asks may name another sealer than ours.
      def accepted
        named = params["sealer"].to_s.scrub("").split(";").map(&:strip).reject(&:empty?)
        named.empty? ? office.accepted : office.accepted.merge(sealers: named)
      end

      def answer(bytes, name, at)
        asked = { **accepted, at: at }
        if bytes.start_with?("PK")
          report = Ports::Confined.call { Core::Transfer::Check.of(bytes, **asked) }
          return Pages::Check::Bundle.new(context, report, name: name)
        end

        report = Ports::Confined.call { Core::Pdf::Check.call(bytes, **asked) }
        Pages::Check::Report.new(context, report, name: name, filed: filed(report))
      end

      # The locked version with these very bytes, nil when there is none.
      def filed(report) = Queries::Versions.filed(report.sha256)
    end
  end
end
