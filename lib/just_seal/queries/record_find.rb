# frozen_string_literal: true

require "set"

module JustSeal
  module Queries
    # One box over numbers, titles, particulars, parties and the text of documents. Each look-up has its own index;
    # they are put together as a union, since one condition with OR over all of them could use none.
    class RecordFind
      # Where a record was hit. +place+: [:particulars, :page or :party, facts]; +snippet+: text with the hits between
      # MARKS, or nil.
      Hit = Struct.new(:place, :snippet, keyword_init: true)

      MARKS = ["\u{E000}", "\u{E001}"].freeze
      HEADLINE = "StartSel=#{MARKS[0]}, StopSel=#{MARKS[1]}, MaxWords=18, MinWords=8, MaxFragments=1".freeze
      MAX_WORDS = 8
      FEW = 5_000
      # How many records are gone through, in the list's order, before hits are gathered by the look-ups.
      PROBED = 300

      def initialize(text)
        @text = text
        @words = text.scan(/[[:alnum:]]+/).first(MAX_WORDS)
      end

      # The first +number+ of the +ordered+ records that fit. Where words are frequent, the first hundreds of records
      # hold enough of them, and nothing needs to be gathered; where they are rare, the look-ups have few hits to
      # gather.
      def rows(ordered, number)
        first = ordered.limit(PROBED).select_map(Sequel[:records][:id])
        hits = among(first).to_set
        found = first.select { |id| hits.include?(id) }
        found.size >= number || first.size < PROBED ? loaded(found.first(number)) : narrow(ordered).limit(number).all
      end

      # The records of +dataset+ that fit.
      def narrow(dataset)
        found = ids.limit(FEW).map(:id)
        if found.size < FEW
          kept(
            dataset,
            Sequel[:records][:id],
            found.uniq
          )
        else
          dataset.where(Sequel[:records][:id] => ids)
        end
      end

      # {record id => Hit} for records of a page that were not hit by their number or title.
      def hits(record_ids)
        pages = page_hits(record_ids)
        parties = party_hits(record_ids)
        record_ids.to_h { |id| [id, pages[id] || parties[id] || Hit.new(place: [:particulars, {}])] }
      end

      private

      def like(column) = Sequel.ilike(column, "%#{Store::Record.dataset.escape_like(@text)}%")

      def own
        [like(Sequel[:records][:number]), like(Sequel[:records][:title]), like(Sequel.lit("records.particulars::text"))]
      end

      # Ids by every look-up, each by its own index; +among+: record ids to which they are kept, nil for all.
      def ids(among = nil)
        found = by_record(among) + by_party(among)
        found << kept(pages, :record_id, among).select(Sequel[:record_id].as(:id)) if pages
        found.inject { |all, one| all.union(one, all: true, from_self: false) }
      end

      def by_record(among)
        column = Sequel[:records][:id]
        own.map { |condition| kept(Store::Record.where(condition), column, among).select(column) }
      end

      def by_party(among)
        column = Sequel[:docket_documents][:record_id]
        [like(:name), like(:email)].map { |like| kept(parties(like), column, among).select(column.as(:id)) }
      end

      # As one array, which the database reads faster than a list of thousands.
      def kept(dataset, column, among)
        among ? dataset.where(Sequel.lit("? = ANY(?::bigint[])", column, "{#{among.join(",")}}")) : dataset
      end

      def among(record_ids) = record_ids.empty? ? [] : ids(record_ids).map(:id)

      def loaded(record_ids)
        records = Store::Record.where(id: record_ids).as_hash(:id)
        record_ids.map { |id| records.fetch(id) }
      end

      def parties(condition) = Store::Party.where(condition).join(:docket_documents, docket_id: :docket_id)

      # All words, the last one as the beginning of a word.
      def query = @words.empty? ? nil : Sequel.function(:to_tsquery, "simple", "#{@words.join(" & ")}:*")
      def pages = query && Store.db[:page_texts].where(Sequel.lit("words @@ ?", query))

      def page_hits(record_ids)
        return {} unless query

        headline = Sequel.function(:ts_headline, "simple", :body, query, HEADLINE)
        rows = pages.where(record_id: record_ids)
          .distinct(:record_id)
          .order(:record_id, Sequel.desc(:version_id), :page)
          .select(:record_id, :page, headline.as(:snippet))
        rows.to_h do |row|
          hit = Hit.new(place: [:page, { number: row[:page] }], snippet: row[:snippet].gsub(/\s+/, " "))
          [row[:record_id], hit]
        end
      end

      def party_hits(record_ids)
        found = parties(like(:name) | like(:email)).where(record_id: record_ids).select_map(%i[record_id name])
        found.to_h { |id, name| [id, Hit.new(place: [:party, { name: name }])] }
      end
    end
  end
end
