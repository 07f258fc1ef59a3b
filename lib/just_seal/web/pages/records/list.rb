# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Records
        # The repository: the file plan in the margin, records as they are narrowed and sorted.
        class List < Page
          include DocketWords
          include ValueWords

          # Columns of particulars, at most; and how many are taken where the class lists none.
          MAX_LISTED = 3
          USUAL_LISTED = 2
          KEPT_IN_FILTER = %w[class find show sort direction].freeze

          attr_reader :found, :filters, :saved, :case_files

          # +filters+: Queries::RecordFilters; +plan+: [[class, number], ...]; +case_files+: of the filter;
          # +case_count+: how many there are; +to_be_sent+: how many; +saved+: Store::SavedFind rows.
          def initialize(context, found, filters:, plan:, case_files:, to_be_sent:, saved:)
            super(context)
            @found = found
            @filters = filters
            @plan = plan
            @case_files = case_files
            @to_be_sent = to_be_sent
            @saved = saved
          end

          def place = :records
          def title = t("places.records")
          def scripts = captures? ? %w[components/drop] : []
          def sees_disposals? = may?(:see_disposals)
          def captures? = may?(:capture)
          def prepares? = may?(:prepare)
          def everything? = !keepable?
          def all = number(@plan.sum(&:last))
          def to_be_sent = number(@to_be_sent)
          def case_file_count = number(case_files.size)

          # [[class, its name, number of records], ...]
          def plan = @plan.map { |row, count| [row, t(".class", code: row.code, title: row.title), number(count)] }

          def heading
            return t(".to_be_sent") if filters.to_be_sent?
            return t(".found", words: filters["find"]) if filters["find"]

            (filters.record_class || filters.case_file)&.title || t(".all")
          end

          def capture_here = capture_path(class: filters["class"], case: filters["case"])

          def nothing
            return t(".nothing_found") if filters["find"]

            t(filters.narrowed? ? ".nothing_fits" : ".nothing_held")
          end

          def columns
            @columns ||= begin
              listed = filters.items.select { |item| item["listed"] }
              plain = filters.items.reject { |item| type(item).filter == :never }
              listed.empty? ? plain.first(USUAL_LISTED) : listed.first(MAX_LISTED)
            end
          end

          # [[head, class, address, aria-sort or nil], ...] of the columns that can be sorted by.
          def heads
            particulars = columns.map do |item|
              ["p:#{item["name"]}", item["label"], "c-fit narrow-hide#{" numeric" if numeric?(item)}"]
            end
            [
              ["number", t(".number"), "c-number"],
              ["title", t(".record_title"), nil],
              *particulars,
              ["captured", t(".captured"), "c-when narrow-hide"]
            ].map { |key, words, names| [words, names, sort_path(key), sorted(key)] }
          end

          def values(row) = columns.map { |item| [item, particular(item, row.record.particulars.to_h[item["name"]])] }

          # [class, words] of where the record stands.
          def status(row)
            return ["faded", t(".destroyed")] if row.record.destroyed?
            return [docket_tone(row.docket), docket_status(row.docket, row.parties)] if row.docket

            ["faded", t(signless.include?(row.record.record_class_id) ? ".held" : ".to_be_sent")]
          end

          # Where the words were found.
          def hit_place(hit)
            key, facts = hit.place
            t("hit_places.#{key}", **facts)
          end

          # The words themselves, with the hits marked.
          def hit_words(hit)
            open_mark, close_mark = Queries::RecordFind::MARKS
            marked = SafeHtml.escape(hit.snippet.to_s).gsub(open_mark, "<mark>").gsub(close_mark, "</mark>")
            SafeHtml.new(marked)
          end

          def older_words = t(filters.order.usual? ? ".older" : ".more")
          def older_path = "#{records_path}?#{filters.query(after: found.next_key)}"
          def csv_path = "#{records_path}/list.csv?#{filters.query}"
          def find_path = "#{records_path}?#{active&.query}"
          def keep_path = "#{records_path}/finds?#{filters.query}"
          def forget_path = "#{records_path}/finds/#{active.id}/forget"
          def saved_path(find) = "#{records_path}?#{find.query}"
          def active = saved.find { |find| find.query == filters.query }
          def keepable? = filters.given? || filters.narrowed?

          # The filter
          def hidden_filters = KEPT_IN_FILTER.filter_map { |key| [key, filters[key]] if filters[key] }
          def unfiltered_path = records_path(**%i[class find show].to_h { |key| [key, filters[key.to_s]] })
          def any = ["", t(".any")]

          def state_options
            states = t("docket_states").except(:gathered).to_a
            [any, ["none", t(".in_no_docket")], *states, ["destroyed", t(".destroyed")]]
          end

          def case_options = [any, *case_files.map { |row| [row.code, row.title] }]
          def yes_no_options = [any, ["yes", t("answers.yes")], ["no", t("answers.no")]]

          def item_options(item)
            return yes_no_options unless type(item).options?

            [any, *item["options"].map { |one| [one, one] }]
          end

          def range?(item) = type(item).filter == :range
          def choice?(item) = type(item).filter == :choice
          def range_kind(item) = type(item).control.key?(:kind) ? "date" : "text"

          private

          def type(item) = Core::Filing::Types.of(item)

          def signless = @signless ||= @plan.map(&:first).reject(&:needs_signature).map(&:id)
          def sort_path(key) = "#{records_path}?#{filters.query(sort: key, direction: down?(key) ? "down" : "up")}"
          def down?(key) = filters.order.name == key ? !filters.order.descending : key == "captured"

          def sorted(key)
            return unless filters.order.name == key

            filters.order.descending ? "descending" : "ascending"
          end
        end
      end
    end
  end
end
