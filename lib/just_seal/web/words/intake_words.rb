# frozen_string_literal: true

module JustSeal
  module Web
    # What pages say of files that were looked at. Whoever includes it includes Speech.
    module IntakeWords
      SEVERITY_TONES = { flatten: "bad", warns: "late", tells: "plain" }.freeze
      # So many pages after one another are said as "from to".
      RUN = 3

      # [[tone, sentence], ...] of a file's or a version's findings; pages with the same finding are named together.
      def finding_lines(findings)
        findings.group_by { |finding| finding.values_at("code", "facts") }.filter_map do |(code, facts), same|
          words = words_of("intake_findings.#{code}", **facts.to_h.transform_keys(&:to_sym)) or next
          tone = SEVERITY_TONES.fetch(Core::Pdf::Intake::SEVERITIES.fetch(code.to_sym))
          [tone, t("intake_words.finding", where: pages_named(same.map { |finding| finding["page"] }), what: words)]
        end
      end

      # Would a flattened copy of +file+ be rid of something?
      def flatten_helps?(file)
        codes = file.findings.map { |finding| finding["code"].to_sym }
        return false if file.flattened || !%w[ready unfit].include?(file.state) || codes.empty?
        return false if codes.any? { |code| Core::Pdf::Intake::SEVERITIES.fetch(code) == :blocks }

        codes.any? { |code| Core::Pdf::Intake::Finding.new(code: code).flattening_helps? }
      end

      def file_state(file)
        case file.state
        when "waiting" then waiting_words(file)
        when "ready" then ready_words(file)
        when "kept" then t("intake_words.kept")
        else unfit_words(file)
        end
      end

      private

      def waiting_words(file)
        return Words.problem(file.problem.to_sym) if file.problem

        t(file.media == "pdf" ? "intake_words.waiting" : "intake_words.converting")
      end

      def pages_named(numbers)
        return t("intake_words.the_file") if numbers.compact.empty?

        runs = numbers.compact.sort.slice_when { |one, two| two > one + 1 }.map { |run| run_words(run) }
        t("intake_words.pages", count: numbers.size, pages: runs.join(I18n.t("lists.comma")))
      end

      def run_words(run)
        return run.join(I18n.t("lists.comma")) if run.size < RUN

        t("intake_words.from_to", from: run.first, to: run.last)
      end

      def ready_words(file)
        media = Core::Documents::Media.name(file.media)
        [
          counted("page", file.page_count),
          (t("intake_words.flattened") if file.flattened),
          (t("intake_words.made_of", media: media) unless file.media == "pdf")
        ].compact.join(I18n.t("lists.comma"))
      end

      def unfit_words(file)
        return t("intake_words.unfit") unless finding_lines(file.findings.to_a).empty?

        Words.problem(file.problem.to_sym)
      end
    end
  end
end
