# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Rules
        # One record class: its particulars, checks, templates, and what its rules yield for real records.
        class RecordClass < Page
          include PartySourceWords

          attr_reader :row, :parent, :definition, :versions, :yields, :templates, :told

          # +parent+: Store::RecordClass or nil; +versions+: newest first; +yields+: of Queries::FilePlan; +records+:
          # how many; +people+: of Queries::PartyNames; +told+: what was done just now.
          def initialize(
            context, row, definition:, parent:, versions:, yields:, records:, templates:, people:,
            problems: {}, told: nil
          )
            super(context)
            @row = row
            @definition = definition
            @parent = parent
            @versions = versions
            @yields = yields
            @records = records
            @templates = templates
            @people = people
            @problems = problems
            @told = told
          end

          def place = :rules
          def title = row.title
          def path = record_class_path(row)
          def templates_path = "#{path}/templates"
          def template_path(template) = "#{templates_path}/#{template.id}"
          def defines? = may?(:define_classes)
          def records = counted("record", @records)
          def typed_values = t("rules.class_edit.values.#{row.tells_values ? "yes" : "no"}")
          def readings = t("rules.class_edit.readings.#{row.notes_readings? ? "yes" : "no"}")
          def stub_title = t("rules.class_edit.stub_titles.#{row.stub_title? ? "yes" : "no"}")
          def signature = t(row.needs_signature ? "rules.file_plan.needed" : "rules.file_plan.not_needed")
          def version_maker(version) = version[:name] ? ", #{version[:name]}" : ""
          def particulars = definition["particulars"]
          def type(item) = t("particular_types.#{item["type"]}")
          def needed(item) = t(item["required"] ? "answers.yes" : "answers.no")

          # What else is set of a particular.
          def more(item)
            [
              item["unit"],
              item["options"]&.join(", "),
              (t(".pattern", pattern: item["pattern"]) if item["pattern"]),
              (t(".usually", value: item["default"]) if item["default"]),
              item["help"]
            ].compact.join("; ")
          end

          def checks
            definition["checks"].to_a.map { |check| t(".check", text: in_words(check)) }
          end

          def default_parties
            parties = definition["default_parties"].to_a
            return if parties.empty?

            items = particulars.to_h { |item| [item["name"], item] }
            text = parties.map { |party| default_party(party, items, @people) }.join(t("case_files.show.then"))
            t(".check", text: text[0].upcase + text[1..])
          end

          def first_mark = "{{#{particulars.first&.fetch("name") || "title"}}}"
          def naming_rule = rule("naming_rule", Queries::FilingRules::USUAL_NAME)
          def filing_rule = rule("filing_rule", t(".stays"))
          def places(one) = one.places.empty? ? t(".where_it_is") : one.places.join(" / ")

          private

          def in_words(check)
            labels = particulars.to_h { |item| item.values_at("name", "label") }
            operator = I18n.t(check["operator"], scope: "check_operators")
            "#{labels[check["left"]]} #{operator} #{labels[check["right"]]&.downcase}"
          end

          def rule(name, usual) = definition[name].to_s.empty? ? usual : definition[name]
        end
      end
    end
  end
end
