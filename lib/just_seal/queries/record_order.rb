# frozen_string_literal: true

require "base64"
require "json"

module JustSeal
  module Queries
    # The orders in which records are listed, each with the key of its pages.
    class RecordOrder
      # What is typed as a number in one version of a class may be text in an older one.
      NUMBER = "CASE WHEN particulars->>? ~ '^-{0,1}[0-9]{1,15}([.][0-9]{1,6}){0,1}$' THEN (particulars->>?)::numeric END"
      USUAL = "captured"

      attr_reader :name, :descending

      # +name+: "captured", "number", "title", or "p:NAME" for a particular of +items+ (the class's definition); anything else is the usual order, from the newest.
      # +direction+: "up", "down" or nil for what is usual.
      def initialize(name, direction, items: [])
        @item = items.find { |item| name == "p:#{item['name']}" }
        @name = @item || %w[number title].include?(name) ? name : USUAL
        @descending = direction ? direction == "down" : @name == USUAL
      end

      def usual? = @name == USUAL && @descending

      # +dataset+ in this order, from behind +after+ on.
      def apply(dataset, after)
        value, id = place(after)
        sign = Sequel.lit(@descending ? "<" : ">")
        dataset = dataset.where(Sequel.lit("(?, records.id) ? (?, ?)", expression, sign, cast(value), id)) if id
        dataset.order(*[expression, Sequel[:records][:id]].map { |one| @descending ? Sequel.desc(one) : Sequel.asc(one) })
      end

      # The key of +record+, as of one page's last row.
      def key(record) = Base64.urlsafe_encode64(JSON.generate([value_of(record), record.id]), padding: false)

      private

      def numeric? = @item && %w[number money].include?(@item["type"])

      def expression
        return Sequel.lit("coalesce(#{NUMBER}, 0)", @item["name"], @item["name"]) if numeric?
        return Sequel.lit("lower(coalesce(particulars->>?, ''))", @item["name"]) if @item

        { "captured" => Sequel[:records][:created_at], "number" => Sequel[:records][:number], "title" => Sequel.lit("lower(records.title)") }.fetch(@name)
      end

      def cast(value)
        return Sequel.cast(value, :numeric) if numeric?

        @name == USUAL ? Sequel.cast(value, :timestamptz) : value
      end

      # The database lowers and coalesces; it is asked again for the key's value, so that both agree to the letter.
      def value_of(record)
        value = Store::Record.where(id: record.id).get(expression)
        value.is_a?(Time) ? value.utc.strftime("%FT%T.%6NZ") : value.is_a?(BigDecimal) ? value.to_s("F") : value
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
