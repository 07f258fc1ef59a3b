# frozen_string_literal: true

module JustSeal
  module Core
    module Fields
      module Detection
        # What words that stand beside a place say of it.
        module Labels
          KINDS = {
            "signature" => "signature",
            "signatures" => "signature",
            "signed" => "signature",
            "sign" => "signature",
            "date" => "acting_date",
            "dated" => "acting_date",
            "name" => "full_name",
            "initials" => "initials",
            "initial" => "initials",
            "title" => "job_title",
            "position" => "job_title",
            "capacity" => "job_title",
            "organisation" => "organisation",
            "organization" => "organisation",
            "company" => "organisation",
            "email" => "email"
          }.freeze
          # Those that say it as the first of several words too.
          LEADING = %w[signature signatures signed initials].freeze

          module_function

          def plain(text) = text.downcase.delete("-")[/[a-z]+/].to_s

          # The kind that a label of one or more words names; nil where it names none.
          def kind(label)
            words = label.split.map { |word| plain(word) }.reject(&:empty?)
            first = words.first.to_s
            KINDS[first] if words.size == 1 || LEADING.include?(first)
          end

          # [kind, settings] of a place with this label.
          def read(label) = kind(label)&.then { |kind| [kind, {}] } || ["text", { "label" => label }]

          # Runs of +words+ on one line, from left to right: those that stand together.
          def runs(words, gap)
            words.sort_by(&:x).slice_when { |one, two| two.x - one.right > gap }.to_a
          end

          # The label that +words+ make, nil where they say nothing.
          def label(words)
            Detection.label(words.last(MAX_LABEL_WORDS).map(&:text).join(" ").gsub(/[:\s]+\z/, ""))
          end
        end
      end
    end
  end
end
