# frozen_string_literal: true

module JustSeal
  module Queries
    module Cmis
      # What changed in the repository, out of the ledger, in the order in which it was entered. A token is the id of
      # the last entry that was told.
      class Changes
        # kind of entry => kind of change
        KINDS = {
          "record.captured" => "created",
          "record.corrected" => "updated",
          "record.moved" => "updated",
          "record.revised" => "updated",
          "record.taken" => "updated",
          "record.freed" => "updated",
          "docket.filed" => "updated"
        }.freeze

        # +kind+; +number+: of the record; +at+: Time.
        One = Core::Value.of(:kind, :number, :at)

        # Id of the newest entry, as a token.
        def self.newest = Store.db[:ledger_entries].max(:id).to_s

        # [[One, ...], token after them, are there more?]; +after+: token; of records that +sight+ shows.
        def self.page(sight, after:, most:)
          rows = newer(after.to_i).limit(most + 1).all
          told = rows.first(most).map { |row| one(row) }
          seen = sight.records.where(number: told.map(&:number)).select_map(:number)
          last = rows.first(most).last
          [told.select { |one| seen.include?(one.number) }, last ? last[:id].to_s : after.to_s, rows.size > most]
        end

        def self.newer(id)
          Store.db[:ledger_entries].where(kind: KINDS.keys).where(Sequel[:id] > id).order(:id)
            .select(:id, :docket, :kind, :at, :body)
        end

        def self.one(row) = One.new(kind: KINDS.fetch(row[:kind]), number: number(row), at: row[:at])

        def self.number(row)
          row[:kind] == "docket.filed" ? JSON.parse(row[:body]).dig("facts", "record").to_s : row[:docket]
        end
      end
    end
  end
end
