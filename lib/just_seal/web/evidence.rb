# frozen_string_literal: true

module JustSeal
  module Web
    # The Evidence: what is sealed, and whether its chain holds.
    class Evidence < Base
      SHOWN = 60

      get "" do
        found = Queries::DocketList.new(sight: sight, state: "sealed", after: params["after"]).page
        numbers = found.rows.map { |row| row.docket.number }
        page :"evidence/list",
          title: "Evidence",
          place: "Evidence",
          found: found,
          chains: numbers.to_h { |number|
            [number, Store::Ledger.verified(number).last]
          },
          versions: versions(numbers)
      end

      # Checkpoints over the whole ledger, and whether each is the beginning of the next.
      get "/checkpoints" do
        rows = Store::Checkpoint.order(Sequel.desc(:number)).limit(SHOWN).all
        page :"evidence/checkpoints",
          title: "Checkpoints",
          place: "Evidence",
          rows: rows,
          follows: Queries::LedgerProof.consecutive(rows),
          entries: Store.db[:ledger_heads].sum(:seq).to_i,
          file: office.checkpoints
      end

      post "/checkpoints" do
        allow!(:take_checkpoint)
        Operations::TakeCheckpoint.call
        redirect "/evidence/checkpoints"
      end

      get "/checkpoints/:number" do
        row = Store::Checkpoint[params["number"].to_i] or raise Errors::Missing,
          "There is no checkpoint #{params["number"]}."
        content_type :json
        attachment "checkpoint #{row.number}.json"
        JSON.pretty_generate("body" => row.body, "token" => row.token)
      end

      # The proof that one checkpoint is the beginning of a later one.
      get "/checkpoints/:from/until/:to" do
        content_type :json
        attachment "checkpoints #{params["from"].to_i} to #{params["to"].to_i}.json"
        JSON.pretty_generate(Queries::LedgerProof.between(params["from"].to_i, params["to"].to_i))
      end

      # How long the proofs last, and what is renewed when.
      get "/health" do
        page :"evidence/health",
          title: "Evidence health",
          place: "Evidence",
          health: Queries::EvidenceHealth.new(sight, now: office.now),
          problem: nil
      end

      post "/health/renew" do
        batch = Operations::BeginRenewal.call(actor, by: day_of(text_param("by")))
        return redirect("/evidence/health") if batch

        status 409
        page :"evidence/health",
          title: "Evidence health",
          place: "Evidence",
          health: Queries::EvidenceHealth.new(sight, now: office.now),
          problem: "Nothing falls due by that day that is not being renewed already."
      end

      private

      # The end of that day in the office; now for nothing typed.
      def day_of(text)
        if text.empty?
          office.now
        else
          office.zone.local_to_utc(
            Time.utc(
              *Date.iso8601(text).then do |day|
                [day.year, day.month, day.day, 23, 59, 59]
              end
            )
          )
        end
      rescue Date::Error
        raise Errors::Invalid,
          {
            "by" => "That is not a date that exists. Write it as year-month-day, like 2034-01-31."
          }
      end

      # {docket number => {kind => version with its record}}
      def versions(numbers)
        Store::Version.where(docket_number: numbers).eager(:record).all.group_by(&:docket_number).transform_values do |rows|
          rows.to_h { |row| [row.kind, row] }
        end
      end
    end
  end
end
