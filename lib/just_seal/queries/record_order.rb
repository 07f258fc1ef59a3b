# frozen_string_literal: true

require "base64"
require "json"

module JustSeal
  module Queries
    # The orders in which records are listed, each with the key of its pages and with an index that carries it.
    class RecordOrder
      USUAL = "captured"

      attr_reader :name, :descending

      # +name+: "captured", "number", "title", or "p:NAME" for a particular of +record_class+ (row or nil); anything
      # else is the usual order, from the newest.
      # +direction+: "up", "down" or nil for what is usual.
      def initialize(name, direction, record_class: nil)
        @record_class = record_class
        @item = record_class&.particulars&.find { |item| name == "p:#{item["name"]}" }
        @name = @item || %w[number title].include?(name) ? name : USUAL
        @descending = direction ? direction == "down" : @name == USUAL
      end

      def usual? = @name == USUAL && @descending

      # +dataset+ in this order, from behind +after+ on.
      def apply(dataset, after)
        dataset = joined(dataset) if @item
        value, id = place(after)
        sign = Sequel.lit(@descending ? "<" : ">")
        dataset = dataset.where(Sequel.lit("(?, ?) ? (?, ?)", expression, id_column, sign, cast(value), id)) if id
        dataset.order(*terms)
      end

      # The terms of the order, for a dataset over which it was applied already.
      def terms = [expression, id_column].map { |one| @descending ? Sequel.desc(one) : Sequel.asc(one) }

      # The key of +record+, as of one page's last row.
      def key(record) = Base64.urlsafe_encode64(JSON.generate([value_of(record), record.id]), padding: false)

      private

      def numeric? = @item && Core::Filing::Types.of(@item).number?
      def id_column = @item ? Sequel[:sorted][:record_id] : Sequel[:records][:id]

      def joined(dataset)
        dataset.join(
          Sequel.as(:record_particulars, :sorted),
          record_id: Sequel[:records][:id],
          record_class_id: @record_class.id,
          name: @item["name"]
        ).select_all(:records)
      end

      def expression
        return Sequel[:sorted][numeric? ? :number : :words] if @item

        {
          "captured" => Sequel[:records][:created_at],
          "number" => Sequel[:records][:number],
          "title" => Sequel.lit("lower(records.title)")
        }.fetch(@name)
      end

      def cast(value)
        return Sequel.cast(value, :numeric) if numeric?

        @name == USUAL ? Sequel.cast(value, :timestamptz) : value
      end

      # The database lowers and cuts; it is asked again for the key's value, so that both agree to the letter.
      def value_of(record)
        dataset = Store::Record.where(Sequel[:records][:id] => record.id)
        value = (@item ? joined(dataset) : dataset).get(expression)
        if value.is_a?(Time)
          value.utc.strftime("%FT%T.%6NZ")
        else
          value.is_a?(BigDecimal) ? value.to_s("F") : value
        end
      end

      def place(after)
        value, id = JSON.parse(Base64.urlsafe_decode64(after.to_s))
        value.is_a?(String) && id.is_a?(Integer) && sensible?(value) ? [value, id] : []
      rescue ArgumentError, JSON::ParserError
        []
      end

      def sensible?(value)
        return value.match?(/\A-?\d{1,15}(\.\d{1,6})?\z/) if numeric?

        @name != USUAL || value.match?(/\A\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d\.\d{6}Z\z/)
      end
    end
  end
end
