# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module CaseFiles
        # A case file: what its records begin with, what lies beneath it, and its newest records.
        class Show < Page
          include PartySourceWords
          include ValueWords

          attr_reader :row, :children, :records

          # +defaults+: of Queries::CaseDefaults; +people+: of Queries::PartyNames; +records+: Pages::Records::List of
          # its newest records; +changeable+: may the viewer change what lies in it?
          def initialize(context, row, defaults:, people:, children:, records:, changeable:)
            super(context)
            @row = row
            @defaults = defaults
            @people = people
            @children = children
            @records = records
            @changeable = changeable
          end

          def place = :records
          def title = row.title
          def scripts = captures? ? %w[components/drop] : []
          def closed? = !row.closed_at.nil?
          def captures? = may?(:capture) && !closed? && @changeable
          def keeps? = may?(:keep_case_files)
          def path = case_file_path(row)
          def state = t(closed? ? ".closed" : ".open")
          def capture_here = capture_path(case: row.code)
          def close_words = t(closed? ? ".reopen" : ".close")
          def close_style = closed? ? :quiet : :grave
          def close_value = closed? ? "no" : "yes"

          def lead
            return row.note unless row.note.empty?

            t(closed? ? ".lead_closed" : ".lead")
          end

          # [[what, who], ...]
          def access = %w[see change].map { |act| [t(".may.#{act}"), access_words(row.access.to_h[act])] }

          # [[label, value], ...]
          def defaults
            [[t(".class"), class_words], *particulars, [t(".parties"), parties]]
          end

          private

          def access_words(lists)
            return t(".everybody") unless lists

            roles = lists["roles"].to_a.map { |role| t("roles_plural.#{role}") }
            [*lists["units"].to_a, *roles].join(I18n.t("lists.comma"))
          end

          def items = @items ||= (@defaults.record_class&.particulars || []).to_h { |one| [one["name"], one] }

          def class_words
            return t(".chosen_each_time") unless @defaults.record_class

            "#{@defaults.record_class.code} #{@defaults.record_class.title}"
          end

          def particulars
            @defaults.particulars.filter_map do |name, value|
              [items[name]["label"], particular(items[name], value)] if items[name]
            end
          end

          def parties
            return t(".parties_of_class") if @defaults.parties.empty?

            @defaults.parties.map { |party| default_party(party, items, @people) }.join(t(".then"))
          end
        end
      end
    end
  end
end
