# frozen_string_literal: true

module JustSeal
  module Core
    module Bundle
      # The plain commands by which anybody checks an answer pack.
      module HowToCheckAnswers
        module_function

        # +inquiry+, +office+: for the head; +bundles+: names of the evidence bundles in the pack; +samples+: {file with
        # a population => seed}; +chain+: is inquiry.jsonl there? +words+: as HowToCheck.text takes them.
        def text(inquiry:, office:, words:, bundles: [], samples: {}, chain: true)
          steps = {
            files: [HowToCheck::SUMS],
            signed: [HowToCheck::SIGNED],
            listed: [HowToCheck::LISTED],
            report: ["pdfsig report.pdf"],
            inquiry: (["#{HowToCheck::CHAIN} inquiry.jsonl"] if chain),
            bundles: bundles.map { |name| "unzip -tq #{name}" },
            samples: samples.map { |file, seed| ranked(file, seed) },
            lists: []
          }
          steps = steps.reject { |name, commands| commands.nil? || (commands.empty? && name != :lists) }
          HowToCheck.guide(words.call(:of_inquiry, inquiry: inquiry, office: office), words, **steps)
        end

        # Puts the items of +file+ in the order of the draw (Core::Audit::Draw).
        def ranked(file, seed)
          rank = %("$(printf '#{seed}:%s' "$item" | sha256sum | cut -c1-64)")
          from, into = [file, file.sub("population", "ranked")].map { |name| HowToCheck.quoted(name) }
          [
            %(while read -r item; do printf '%s %s\\n' #{rank} "$item"; done < #{from}),
            %(sort > #{into} && echo "ranked: OK")
          ].join(" | ")
        end
      end
    end
  end
end
