# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Inquiries
        # The form of an inquiry, new or changed.
        class Edit < Page
          attr_reader :inquiry, :typed

          # +inquiry+: Store::Inquiry, nil for a new one; +typed+: {field => text or list}.
          def initialize(context, inquiry, typed:, classes:, case_files:, workers:, problems: {})
            super(context)
            @inquiry = inquiry
            @typed = typed
            @classes = classes
            @case_files = case_files
            @workers = workers
            @problems = problems
          end

          def place = :evidence
          def title = inquiry ? t(".change", number: inquiry.number) : t(".open")
          def number_words = inquiry ? inquiry.number : t(".is_new")
          def path = inquiry ? inquiry_path(inquiry) : inquiries_path
          def save_words = inquiry ? t("forms.save") : t(".open_it")

          # [[code, words, chosen], ...]
          def classes = @classes.map { |one| [one.code, "#{one.code} #{one.title}", chosen?("classes", one)] }
          def case_files = @case_files.map { |one| [one.code, "#{one.code}  #{one.title}", chosen?("case_files", one)] }

          # [[id, name], ...]
          def workers = @workers.map { |one| [one.id, one.name] }

          # What a component needs to show field +name+ again.
          def field(name) = { label: t(".#{name}"), value: typed[name], problem: problems[name] }

          private

          def chosen?(name, row) = typed[name].include?(row.code)
        end
      end
    end
  end
end
