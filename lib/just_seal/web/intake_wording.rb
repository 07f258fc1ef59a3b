# frozen_string_literal: true

module JustSeal
  module Web
    # What pages say of files that were looked at.
    module IntakeWording
      FINDINGS = {
        "active_content" => "scripts or actions that can change it by themselves",
        "signed_before" => "a signature from elsewhere",
        "xfa" => "an XFA form",
        "displaced" => "bytes before its beginning",
        "embedded_media" => "sound, film or a model",
        "hidden_layers" => "layers that are hidden at first",
        "layers" => "layers that a reader can switch",
        "fonts_missing" => "fonts that are not embedded (%<fonts>s), which may look different elsewhere",
        "attachments" => "attached files",
        "form_fields" => "form fields of its own"
      }.freeze
      SEVERITY_TONES = { flatten: "bad", warns: "late" }.freeze

      # [[tone, sentence], ...] of a file's or a version's findings; pages with the same finding are named together.
      def finding_lines(findings)
        findings.group_by { |finding| finding.values_at("code", "facts") }.filter_map do |(code, facts), same|
          words = FINDINGS[code] or next
          tone = SEVERITY_TONES.fetch(Core::Pdf::Intake::SEVERITIES.fetch(code.to_sym))
          [
            tone,
            "#{pages_named(
              same.map do |finding|
                finding["page"]
              end
)}: #{format(words, facts.to_h.transform_keys(&:to_sym))}"
          ]
        end
      end

      # Would a flattened copy of +file+ be rid of something?
      def flatten_helps?(file)
        codes = file.findings.map { |finding| finding["code"].to_sym }
        !file.flattened && %w[ready unfit].include?(file.state) && codes.any? && codes.none? do |code|
          Core::Pdf::Intake::SEVERITIES.fetch(code) == :blocks
        end &&
          codes.any? { |code| Core::Pdf::Intake::Finding.new(code: code).flattening_helps? }
      end

      def pages_named(numbers)
        return "The file" if numbers.compact.empty?

        runs = numbers.compact.sort.slice_when do |one, two|
          two > one + 1
        end.map { |run| run.size > 2 ? "#{run.first} to #{run.last}" : run.join(", ") }
        "#{numbers.size == 1 ? "Page" : "Pages"} #{runs.join(", ")}"
      end

      def file_state(file)
        case file.state
        when "waiting" then file.media == "pdf" ? "Being looked at" : "A PDF is being made of it"
        when "ready" then "#{counted(
          file.page_count,
          "page"
)}#{", flattened" if file.flattened}#{", PDF made of the #{Core::Documents::Media.name(file.media)}" unless file.media == "pdf"}"
        when "kept" then "Kept"
        else if finding_lines(file.findings.to_a).empty?
               Operations::IntakeWords.problem(file.problem)
             else
               "It can’t be taken as it is, for what it holds"
             end
        end
      end
    end
  end
end
