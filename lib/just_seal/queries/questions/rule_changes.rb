# frozen_string_literal: true

module JustSeal
  module Queries
    module Questions
      # What was in force at the end of the period, and what changed within it.
      class RuleChanges < Question
        CHAINS = %w[
          rulebook
          classes
          retention
          algorithms
          templates
          clauses
          field-sets
          consent
          staff
          tokens
          webhooks
        ].freeze
        KINDS = %w[
          case_file.opened
          case_file.changed
          case_file.closed
          case_file.reopened
          office.changed
          office.sign_on_decided
          instruction.written
          instruction.published
          instruction.paused
          instruction.resumed
        ].freeze

        private

        def work
          rulebooks
          classes_in_force
          templates
          consent
          rights
          accounts
          changes
        end

        def period = @scope.from...@scope.to

        def rulebooks
          rows = Store::Rulebook.where(Sequel[:starts_at] < @scope.to).order(:version).eager(:maker)
          list(
            :rulebooks,
            %i[version title from made rules state],
            rows.map { |row| rulebook_row(row) },
            personal: %i[made]
          )
          at = Store::Rulebook.in_force(@scope.to)
          figure(:rulebook, at ? said(:rulebook, version: at.version, title: at.title) : said(:none), :rulebooks)
          rules(at) if at
        end

        def rulebook_row(row)
          {
            version: row.version,
            title: row.title,
            from: utc(row.starts_at),
            made: row.maker&.name,
            rules: row.definition["rules"].to_a.size,
            state: said(:rulebook_in_period, **in_period(row))
          }
        end

        # When in the period the version is in force: names of questions.said, or nil.
        def in_period(row)
          {
            beginning: (:at_its_beginning if Store::Rulebook.in_force(@scope.from)&.version == row.version),
            within: (:begun_in_it if period.cover?(row.starts_at)),
            end: (:at_its_end if Store::Rulebook.in_force(@scope.to)&.version == row.version)
          }
        end

        def rules(book)
          before = rules_of(Store::Rulebook.in_force(@scope.from))
          after = rules_of(book)
          rows = (before.keys | after.keys).map do |title|
            was = before[title]
            is = after[title]
            { rule: title, change: change(was, is), before: told(was), after: told(is) }
          end
          list(:rules, %i[rule change before after], rows, words: { change: "questions.changes" })
          figure(:rules_changed, rows.count { |row| row[:change] != :same }, :rules)
        end

        def rules_of(book) = book&.definition.to_h["rules"].to_a.to_h { |rule| [rule["title"], rule] }

        def change(was, is)
          return :same if was == is
          return :new unless was

          is ? :changed : :removed
        end

        # A rule without what it does not say; its words are made when it is read.
        def told(rule)
          kept = rule&.reject { |key, value| key == "title" || value.to_s.empty? || value == [] }
          kept && said(:rule, rule: kept)
        end

        def classes_in_force
          versions = Sequel[:record_class_versions]
          found = Store.db[:record_class_versions].join(:record_classes, id: :record_class_id)
            .left_join(:accounts, id: versions[:created_by]).where(versions[:created_at] < @scope.to)
            .order(:code, versions[:version])
            .select(:code, versions[:version], versions[:created_at], Sequel[:accounts][:name], versions[:definition])
          counted(
            :classes,
            %i[code version made by particulars within],
            found.map { |row| class_row(row) },
            personal: %i[by]
          )
        end

        def class_row(row)
          {
            code: row[:code],
            version: row[:version],
            made: utc(row[:created_at]),
            by: row[:name],
            particulars: row[:definition]["particulars"].to_a.map { |item| item["name"] }.join(", "),
            within: yes_no(period.cover?(row[:created_at]))
          }
        end

        def templates
          versions = Sequel[:docket_template_versions]
          found = Store.db[:docket_template_versions].join(:docket_templates, id: :template_id)
            .left_join(:accounts, id: versions[:made_by]).where(versions[:made_at] < @scope.to)
            .order(:code, versions[:version])
            .select(:code, versions[:version], versions[:title], versions[:made_at], Sequel[:accounts][:name])
          rows = found.map do |row|
            { made: utc(row[:made_at]), by: row[:name], **row.slice(:code, :version, :title) }
          end
          counted(:templates, %i[code version title made by], rows, personal: %i[by])
        end

        def consent
          found = Store.db[:consent_texts].where(Sequel[:in_force_from] < @scope.to).order(:version)
          rows = found.map do |row|
            {
              text: row[:version],
              class: row[:class_code] || said(:all),
              from: utc(row[:in_force_from]),
              **row.slice(:language, :sha256)
            }
          end
          counted(:consent, %i[text language class from sha256], rows)
        end

        def rights
          rows = Core::Rights::TABLE.map do |right, roles|
            { right: right, roles: said(:roles, roles: roles) }
          end
          list(:rights, %i[right roles], rows, words: { right: "rights" })
        end

        def accounts
          rows = Store::Account.where(Sequel[:created_at] < @scope.to).order(:name).map do |row|
            { name: row.name, role: row.role, unit: row.unit, made: utc(row.created_at) }
          end
          list(:accounts, %i[name role unit made], rows, personal: %i[name], words: { role: "roles" })
        end

        def changes
          found = Store.db[:ledger_entries].where(at: period).where(Sequel.|({ docket: CHAINS }, { kind: KINDS }))
          rows, count = most_of(found.order(:id).select(:body, :hash))
          told = rows.map { |row| [JSON.parse(row[:body]), row[:hash]] }
          figure(:changes, entries(:changes, told, count: count), :changes)
          note(:entries_of_chains, chains: CHAINS)
        end
      end
    end
  end
end
