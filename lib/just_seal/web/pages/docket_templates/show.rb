# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module DocketTemplates
        # One template, to be read and changed.
        class Show < Page
          DAYS = %w[deadline_days remind_after_days remind_every_days remind_before_days].freeze

          attr_reader :row, :definition, :chosen, :units, :versions, :problem

          # +definition+: as typed, or as kept; +chosen+: units it is shared with, out of +units+; +versions+: rows with
          # version, made_at and name, the newest first; +changes+: may this person?
          def initialize(context, row, definition:, chosen:, units:, classes:, versions:, changes:, problem: nil)
            super(context)
            @row = row
            @definition = definition
            @chosen = chosen
            @units = units
            @classes = classes
            @versions = versions
            @changes = changes
            @problem = problem
          end

          def place = :rules
          def title = row.title
          def problems = problem ? { "definition" => problem } : {}
          def changes? = @changes
          def path = docket_template_path(row.code)
          def json_path = docket_template_path("#{row.code}.json")
          def retire_path = "#{path}/retire"
          def shared = row.units.empty? ? t(".everybody") : row.units.join(", ")
          def fields = definition["fields"].size
          def roles = definition["roles"]
          def fields_of(role) = definition["fields"].count { |field| field["role"] == role["letter"] }
          def acts = t("acts").map { |act, words| [act.to_s, words] }

          # Who stands in for +role+ when a docket is made.
          def source(role)
            words = t(".sources.#{role["source"]}")
            role["ref"].to_s.empty? ? words : t(".source_of", source: words, ref: role["ref"])
          end

          def classes = [["", t(".any_class")], *@classes.map { |one| [one.code, "#{one.code} #{one.title}"] }]
          def days = DAYS.map { |name| [name, t(".#{name}"), definition[name]] }
          def save_words = t(".save", version: row.version + 1)
        end
      end
    end
  end
end
