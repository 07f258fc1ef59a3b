# frozen_string_literal: true

module JustSeal
  module Queries
    # One box over numbers, titles, particulars, parties and the text of documents. Each look-up has its own index; they are put together
    # as a union, since one condition with OR over all of them could use none.
    class RecordFind
      # Where a record was hit: +place+ in words, +snippet+: text with the hits between MARKS, or nil.
      Hit = Struct.new(:place, :snippet, keyword_init: true)

      MARKS = ["\u{E000}", "\u{E001}"].freeze
      HEADLINE = "StartSel=#{MARKS[0]}, StopSel=#{MARKS[1]}, MaxWords=18, MinWords=8, MaxFragments=1"
      MOST_WORDS = 8

      def initialize(text)
        @text = text
        @words = text.scan(/[[:alnum:]]+/).first(MOST_WORDS)
      end

      # Dataset of the ids of records that fit.
      def ids = [by_record, by_party, by_page].compact.inject { |all, one| all.union(one, from_self: false) }

      # {record id => Hit} for records of a page that were not hit by their number or title.
      def hits(record_ids)
        pages = page_hits(record_ids)
        parties = party_hits(record_ids)
        record_ids.to_h { |id| [id, pages[id] || parties[id] || Hit.new(place: "in its particulars")] }
      end

      private

      def like(column) = Sequel.ilike(column, "%#{Store::Record.dataset.escape_like(@text)}%")

      def by_record
        [like(:number), like(:title), like(Sequel.lit("particulars::text"))].map { |condition| Store::Record.where(condition).select(:id) }
          .inject { |all, one| all.union(one, from_self: false) }
      end

      def parties
        Store::Party.where(like(:name) | like(:email)).join(:docket_documents, docket_id: :docket_id)
      end

      def by_party = parties.select(Sequel[:docket_documents][:record_id])

      # All words, the last one as the beginning of a word.
      def query = @words.empty? ? nil : Sequel.function(:to_tsquery, "simple", "#{@words.join(' & ')}:*")

      def pages = query && Store.db[:page_texts].join(:versions, id: :version_id).where(Sequel.lit("words @@ ?", query))
      def by_page = pages&.select(Sequel[:versions][:record_id])

      def page_hits(record_ids)
        return {} unless query

        rows = pages.where(record_id: record_ids).distinct(:record_id).order(:record_id, Sequel.desc(:version_id), :page)
          .select(:record_id, :page, Sequel.function(:ts_headline, "simple", :body, query, HEADLINE).as(:snippet))
        rows.to_h { |row| [row[:record_id], Hit.new(place: "page #{row[:page]}", snippet: row[:snippet].gsub(/\s+/, " "))] }
      end

      def party_hits(record_ids)
        parties.where(record_id: record_ids).select_map([:record_id, :name]).to_h { |id, name| [id, Hit.new(place: "party #{name}")] }
      end
    end
  end
end
