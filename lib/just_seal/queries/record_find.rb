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
      FEW = 2_000
      PROBED = 1_000

      def initialize(text)
        @text = text
        @words = text.scan(/[[:alnum:]]+/).first(MOST_WORDS)
      end

      # The first +number+ of the +ordered+ records that fit. Where words are frequent, the first thousand records hold enough of them, and nothing needs to be
      # gathered; where they don't, the look-ups have few hits to gather.
      def rows(ordered, number)
        first = ordered.limit(PROBED).from_self(alias: :records).where(any_condition).order(*ordered.opts[:order]).limit(number).all
        first.size == number ? first : narrow(ordered).limit(number).all
      end

      # The records of +dataset+ that fit. Few hits are looked up by their ids; where there are very many, going through the newest records and asking of
      # each is quicker than gathering all, since a page needs but a few.
      def narrow(dataset)
        found = ids.limit(FEW).map(:id)
        found.size < FEW ? dataset.where(Sequel[:records][:id] => found.uniq) : dataset.where(any_condition)
      end

      # {record id => Hit} for records of a page that were not hit by their number or title.
      def hits(record_ids)
        pages = page_hits(record_ids)
        parties = party_hits(record_ids)
        record_ids.to_h { |id| [id, pages[id] || parties[id] || Hit.new(place: "in its particulars")] }
      end

      private

      def like(column) = Sequel.ilike(column, "%#{Store::Record.dataset.escape_like(@text)}%")
      def own = [like(:number), like(:title), like(Sequel.lit("particulars::text"))]

      # Ids by every look-up, each by its own index.
      def ids
        records = own.map { |condition| Store::Record.where(condition).select(:id) }
        people = [like(:name), like(:email)].map { |condition| parties(condition).select(Sequel[:docket_documents][:record_id].as(:id)) }
        (records + people + [pages&.select(Sequel[:record_id].as(:id))].compact).inject do |all, one|
          all.union(one, all: true, from_self: false)
        end
      end

      def any_condition
        mine = { Sequel[:records][:id] => :record_id }
        there = [parties(like(:name) | like(:email)), pages].compact.map { |dataset| dataset.where(mine).select(1).exists }
        (own + there).inject { |all, one| all | one }
      end

      def parties(condition) = Store::Party.where(condition).join(:docket_documents, docket_id: :docket_id)

      # All words, the last one as the beginning of a word.
      def query = @words.empty? ? nil : Sequel.function(:to_tsquery, "simple", "#{@words.join(' & ')}:*")
      def pages = query && Store.db[:page_texts].where(Sequel.lit("words @@ ?", query))

      def page_hits(record_ids)
        return {} unless query

        rows = pages.where(record_id: record_ids).distinct(:record_id).order(:record_id, Sequel.desc(:version_id), :page)
          .select(:record_id, :page, Sequel.function(:ts_headline, "simple", :body, query, HEADLINE).as(:snippet))
        rows.to_h { |row| [row[:record_id], Hit.new(place: "page #{row[:page]}", snippet: row[:snippet].gsub(/\s+/, " "))] }
      end

      def party_hits(record_ids)
        parties(like(:name) | like(:email)).where(record_id: record_ids).select_map([:record_id, :name]).to_h do |id, name|
          [id, Hit.new(place: "party #{name}")]
        end
      end
    end
  end
end
