# frozen_string_literal: true

require "json"

module JustSeal
  module Queries
    # One page of an ordered list: rows, and the key after which the next page begins. A key holds the last row's
    # place in the order, so that a page costs the same however deep it lies.
    Page = Struct.new(:rows, :next_key, keyword_init: true) do
      # From the newest. +dataset+: with columns created_at and id; +after+: a key as next_key gives it, or nil; +size+:
      # rows.
      def self.of(dataset, after:, size:)
        rows = keyed(dataset, after).order(Sequel.desc(:created_at), Sequel.desc(:id)).limit(size + 1).all
        new(rows: rows.first(size), next_key: (key(rows[size - 1]) if rows.size > size))
      end

      # The same by id alone; what is no id counts as none.
      def self.by_id(dataset, after:, size:)
        found = dataset.order(Sequel.desc(:id))
        found = found.where(Sequel[:id] < after.to_i) if after.to_s.match?(/\A\d{1,18}\z/)
        rows = found.limit(size + 1).all
        new(rows: rows.first(size), next_key: (rows[size - 1].id.to_s if rows.size > size))
      end

      def self.keyed(dataset, after)
        microseconds, id = after.to_s[/\A\d{1,20}-\d{1,18}\z/].to_s.split("-").map(&:to_i)
        return dataset unless id

        time = Time.at(microseconds / 1_000_000, microseconds % 1_000_000).utc
        dataset.where(Sequel.lit("(created_at, id) < (?, ?)", time, id))
      end

      def self.key(row) = "#{(row.created_at.to_i * 1_000_000) + row.created_at.usec}-#{row.id}"
    end
  end
end
