# frozen_string_literal: true

module JustSeal
  module Queries
    module Questions
      # What was in force at the end of the period, and what changed within it.
      class RuleChanges < Question
        called "Rule changes",
          "Which rules, classes, templates, rights and texts were in force, and what changed in the period?"

        CHAINS = %w[rulebook consent staff].freeze
        KINDS = %w[case_file.opened case_file.changed case_file.closed record_class.defined record_class.changed].freeze

        private

        def definition
          [
            "In force: what began last before the first moment of the period, and before its end. Changed: " \
            "versions that began or were made within the period, and the entries of the chains of rules, " \
            "consent texts and staff, and of case files.",
            "Rights are those of a role; roles of accounts as they are at the answer, with when the account was made."
          ]
        end

        def work
          rulebooks
          classes_in_force
          templates
          consent
          rights
          changes
        end

        def period = @scope.from...@scope.to

        def rulebooks
          list(
            "rulebooks",
            "Rulebooks",
            {
              version: %w[Version Number],
              title: ["Title", "Of the version"],
              from: ["In force from", "UTC"],
              made: ["Made by", "Person", :personal],
              rules: ["Rules", "How many"],
              state: ["In the period", "In force at its beginning, begun in it, in force at its end"]
            },
            Store::Rulebook.where(Sequel[:starts_at] < @scope.to).order(:version).eager(:maker).map do |row|
              [
                row.version,
                row.title,
                utc(row.starts_at),
                row.maker&.name,
                row.definition["rules"].to_a.size,
                standing(row, Store::Rulebook)
              ]
            end
          )
          at = Store::Rulebook.in_force(@scope.to)
          figure("Rulebook in force at the end", at ? "version #{at.version}, #{at.title}" : "none", "rulebooks")
          rules(at) if at
        end

        def standing(row, model)
          [
            ("at its beginning" if model.in_force(@scope.from)&.version == row.version),
            ("begun in it" if period.cover?(row.starts_at)),
            ("at its end" if model.in_force(@scope.to)&.version == row.version)
          ].compact.join(", ")
        end

        def rules(book)
          before = Store::Rulebook.in_force(@scope.from)&.definition.to_h["rules"].to_a.to_h do |rule|
            [rule["title"], rule]
          end
          after = book.definition["rules"].to_a.to_h { |rule| [rule["title"], rule] }
          told = lambda { |rule|
            rule&.reject do |key, value|
              key == "title" || value.to_s.empty? || value == []
            end&.map do |key, value|
              "#{key.tr(
                "_",
                " "
)}: #{Array(value).join(", ")}"
            end&.join("; ")
          }
          rows = (before.keys | after.keys).map do |title|
            [
              title,
              if before[title] == after[title]
                "same"
              else
                (if before[title]
                   after[title] ? "changed" : "taken out"
                 else
                   "new"
                 end)
              end,
              told.call(before[title]),
              told.call(after[title])
            ]
          end
          list(
            "rules",
            "Rules, at the beginning and at the end",
            {
              rule: ["Rule", "Its title"],
              change: ["Change", "Same, changed, new or taken out"],
              before: ["At the beginning", "What it said"],
              after: ["At the end", "What it says"]
            },
            rows
          )
          figure("Rules changed", rows.count { |row| row[1] != "same" }, "rules")
        end

        def classes_in_force
          rows = Store.db[:record_class_versions].join(:record_classes, id: :record_class_id).left_join(
            :accounts,
            id: Sequel[:record_class_versions][:created_by]
          ).where(
            Sequel[:record_class_versions][:created_at] < @scope.to
          )
            .order(:code, Sequel[:record_class_versions][:version]).select_map([
              :code,
              Sequel[:record_class_versions][:version],
              Sequel[:record_class_versions][:created_at],
              Sequel[:accounts][:name],
              Sequel[:record_class_versions][:definition]
            ])
          counted(
            "classes",
            "Versions of record classes",
            {
              code: %w[Class Code],
              version: %w[Version Number],
              made: %w[Made UTC],
              by: ["By", "Person", :personal],
              particulars: %w[Particulars Names],
              within: ["In the period", "Was it made in it?"]
            },
            rows.map do |code, version, at, name, body|
              [
                code,
                version,
                utc(at),
                name,
                body["particulars"].to_a.map do |item|
                  item["name"]
                end.join(", "),
                period.cover?(at) ? "yes" : "no"
              ]
            end
          )
        end

        def templates
          rows = Store.db[:docket_template_versions].join(:docket_templates, id: :template_id).left_join(
            :accounts,
            id: Sequel[:docket_template_versions][:made_by]
          ).where(
            Sequel[:docket_template_versions][:made_at] < @scope.to
          ).order(
            :code, Sequel[:docket_template_versions][:version]
          )
            .select_map([
              :code,
              Sequel[:docket_template_versions][:version],
              Sequel[:docket_template_versions][:title],
              Sequel[:docket_template_versions][:made_at],
              Sequel[:accounts][:name]
            ])
          counted(
            "templates",
            "Versions of docket templates",
            {
              code: %w[Template Code],
              version: %w[Version Number],
              title: ["Title", "Of the version"],
              made: %w[Made UTC],
              by: ["By", "Person", :personal]
            },
            rows.map do |code, version, title, at, name|
              [
                code,
                version,
                title,
                utc(at),
                name
              ]
            end
          )
        end

        def consent
          rows = Store.db[:consent_texts].where(Sequel[:in_force_from] < @scope.to).order(:version).all
          counted(
            "consent",
            "Consent texts",
            {
              text: %w[Text Number],
              language: %w[Language Code],
              class: ["Class", "Code, or all"],
              from: ["In force from", "UTC"],
              sha256: ["SHA-256", "Of the text"]
            },
            rows.map do |row|
              [
                row[:version],
                row[:language],
                row[:class_code] || "all",
                utc(row[:in_force_from]),
                row[:sha256]
              ]
            end
          )
        end

        def rights
          list(
            "rights",
            "Rights by role",
            {
              right: ["Right", "What it allows"],
              roles: ["Roles", "That have it"]
            },
            Core::Rights::TABLE.map do |right, roles|
              [
                right.to_s.tr("_", " "),
                roles.map do |role|
                  Core::Rights::ROLES.fetch(role)
                end.join(", ")
              ]
            end
          )
          list(
            "accounts",
            "Accounts",
            {
              name: ["Name", "Of the account", :personal],
              role: ["Role", "At the answer"],
              unit: ["Unit", "At the answer"],
              made: %w[Made UTC]
            },
            Store::Account.where(Sequel[:created_at] < @scope.to).order(:name).map do |row|
              [
                row.name,
                Core::Rights::ROLES.fetch(row.role),
                row.unit,
                utc(row.created_at)
              ]
            end
          )
        end

        def changes
          rows = Store.db[:ledger_entries].where(at: period).where(
            Sequel.|(
              { docket: CHAINS },
              { kind: KINDS }
            )
          ).order(:id).limit(MOST_ROWS + 1).select_map(%i[body hash])
          counted(
            "changes",
            "Entries about rules and rights",
            ThisDocument::ENTRIES,
            rows.map do |body, hash|
              EntryFind.row(
                JSON.parse(body), hash
              )
            end
          )
        end
      end
    end
  end
end
