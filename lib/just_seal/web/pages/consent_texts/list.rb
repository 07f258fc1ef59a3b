# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module ConsentTexts
        # What parties agree to, by language and class, each version kept.
        class List < Page
          LANGUAGES = Store::ConsentText::LANGUAGES

          attr_reader :newest, :older, :typed

          # +newest+, +older+: Store::ConsentText; +typed+: of a text that was refused.
          def initialize(context, newest:, older:, classes:, typed: {}, problems: {})
            super(context)
            @newest = newest
            @older = older
            @classes = classes
            @typed = typed
            @problems = problems
          end

          def place = :rules
          def writes? = may?(:write_consent)
          def path = "#{rules_path}/consent"
          def language(row) = LANGUAGES.fetch(row.language, row.language)
          def heading(row) = t(".heading", language: language(row), classes: classes(row))
          def hash_start(row) = "#{grouped(row.sha256, 16)} …"
          def in_force(row) = t(".in_force_html", version: row.version, time: time_tag(row.in_force_from))

          def was_in_force(row)
            facts = { version: row.version, language: language(row), classes: row.class_code || t(".all_classes") }
            t(".was_in_force_html", time: time_tag(row.in_force_from), **facts)
          end

          def language_options = LANGUAGES.to_a
          def class_options = [["", t(".all_classes")], *@classes.map { |row| [row.code, "#{row.code} #{row.title}"] }]

          private

          def classes(row) = row.class_code ? t(".class", code: row.class_code) : t(".all_classes")
        end
      end
    end
  end
end
