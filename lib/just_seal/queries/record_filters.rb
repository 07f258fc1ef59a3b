# frozen_string_literal: true

require "date"

module JustSeal
  module Queries
    # What narrows a list of records: class, case file with all beneath it, state, days, particulars. Everything is text
    # as it stands in an address.
    class RecordFilters
      DAY = /\A\d{4}-\d\d-\d\d\z/
      STATES = [*Core::Dockets::States::DOCKET.keys, "destroyed", "none"].freeze
      KEYS = %w[class case state from to show find sort direction].freeze
      MAX_CHARACTERS = 100

      # What .new takes, of an address's parameters as #query gives them.
      def self.parse(query)
        URI.decode_www_form(query).each_with_object({}) do |(name, value), given|
          *above, last = name.scan(/[^\[\]]+/)
          above.inject(given) { |inside, key| inside[key].is_a?(Hash) ? inside[key] : inside[key] = {} }[last] = value
        end
      end

      # +given+: {key => text, "f" => {particular => text or {"from" =>, "to" =>}}}; what is not understood is left out.
      # +sight+: of whoever looks.
      def initialize(given, sight:, zone: nil)
        @sight = sight
        @given = KEYS.to_h { |key| [key, text(given[key])] }.compact
        @fields = given["f"].is_a?(Hash) ? given["f"] : {}
        @zone = zone
      end

      def [](key) = @given[key]
      def record_class = @record_class ||= self["class"] && Store::RecordClass.first(code: self["class"])
      def case_file = @case_file ||= self["case"] && @sight.case_files.first(code: self["case"])
      def items = record_class ? record_class.particulars.to_a : []
      def to_be_sent? = self["show"] == "to-be-sent"
      def order = @order ||= RecordOrder.new(self["sort"], self["direction"], record_class: record_class)

      # The text of a particular's filter; +part+: "from" or "to" of a range.
      def field(name, part = nil)
        value = @fields[name]
        text(part ? (value[part] if value.is_a?(Hash)) : (value unless value.is_a?(Hash)))
      end

      # Is the list narrowed by more than its place in the file plan?
      def narrowed? = self["state"] || self["from"] || self["to"] || particulars.any?
      def given? = @given.except("sort", "direction").any?

      # Parameters of an address for this list, with +changes+.
      def query(**changes)
        plain = @given.merge(particulars_query).merge(changes.transform_keys(&:to_s)).compact
        URI.encode_www_form(plain)
      end

      def apply(dataset)
        dataset = dataset.where(column(:record_class_id) => record_class&.id) if self["class"]
        if self["case"]
          dataset = dataset.where(column(:case_file_id) => case_file ? Store::CaseFile.beneath([case_file.id]) : nil)
        end
        dataset = by_state(dataset) if STATES.include?(self["state"])
        particulars.inject(by_days(to_be_sent? ? unsent(dataset) : dataset)) do |narrowed, condition|
          narrowed.where(condition)
        end
      end

      private

      def column(name) = Sequel[:records][name]

      def text(value)
        value.is_a?(String) && !value.strip.empty? ? value.scrub("").delete("\0").strip[0, MAX_CHARACTERS] : nil
      end

      def by_state(dataset) = dataset.where(column(:docket_state) => self["state"] == "none" ? nil : self["state"])

      # Days of the office, both included.
      def by_days(dataset)
        from, to = %w[from to].map { |key| day(self[key]) }
        dataset = dataset.where(column(:created_at) >= from) if from
        to ? dataset.where(column(:created_at) < to + 86_400) : dataset
      end

      def day(text)
        date = Date.strptime(text.to_s, "%Y-%m-%d")
        (@zone || JustSeal.office.zone).local_to_utc(Time.utc(date.year, date.month, date.day))
      rescue Date::Error
        nil
      end

      # Neither on its way nor sealed, of a class that needs signature. The literal condition is the one of the index
      # records_free.
      def unsent(dataset)
        dataset.where(column(:record_class_id) => Store::RecordClass.where(needs_signature: true).select(:id))
          .where(Sequel.lit("(docket_state IS NULL OR docket_state IN ('refused', 'withdrawn', 'lapsed'))"))
          .exclude(column(:id) => Store::Version.where(kind: "signed").select(:record_id)) # that was done elsewhere
      end

      def particulars = items.flat_map { |item| conditions(item) }

      def conditions(item)
        name = item.fetch("name")
        type = Core::Filing::Types.of(item)
        return [containing(name, field(name))].compact unless type.filter == :range

        bounds(name) { |text, part| type.number? ? number_bound(text) : day_bound(text, part) }
      end

      def number_bound(text)
        text.match?(Core::Filing::Particulars::NUMBER) && [:number, Sequel.cast(text, :numeric)]
      end

      def day_bound(text, part) = text.match?(DAY) && [:words, part == "to" ? "#{text}~" : text]

      # One condition on the rows that are kept of each particular. A day's times are less than the day with a tilde.
      def bounds(name)
        found = [["from", ">="], ["to", "<="]].filter_map do |part, sign|
          text = field(name, part) or next
          column, value = yield(text, part) || next
          Sequel.lit("? ? ?", column, Sequel.lit(sign), value)
        end
        return [] if found.empty?

        values = Store.db[:record_particulars].where(record_class_id: record_class.id, name: name).exclude(words: "")
        [
          {
            Sequel[:records][:id] => found.inject(values) do |narrowed, condition|
              narrowed.where(condition)
            end.select(:record_id)
          }
        ]
      end

      # The second condition is what the trigram index answers.
      def containing(name, text)
        return unless text

        like = "%#{Store::Record.dataset.escape_like(text)}%"
        inside = Sequel.lit("(particulars->?)::text ILIKE ?", name, like)
        text.match?(/["\\]/) ? inside : inside & Sequel.lit("particulars::text ILIKE ?", like)
      end

      def particulars_query
        @fields.each_with_object({}) do |(name, value), all|
          if value.is_a?(Hash)
            value.each do |part, one|
              all["f[#{name}][#{part}]"] = text(one)
            end
          else
            all["f[#{name}]"] = text(value)
          end
        end
      end
    end
  end
end
