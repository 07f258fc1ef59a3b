# frozen_string_literal: true

module JustSeal
  module Web
    # The Evidence: what is sealed, and whether its chain holds.
    class Evidence < Base
      SHOWN = 60

      get "" do
        found = Queries::DocketList.new(sight: sight, state: "sealed", after: params["after"]).page
        numbers = found.rows.map { |row| row.docket.number }
        chains = Queries::LedgerProof.chains(numbers)
        versions = Queries::Versions.of_dockets(numbers)
        show_page Pages::Evidence::List.new(context, found, chains: chains, versions: versions)
      end

      # Checkpoints over the whole ledger, and whether each is the beginning of the next.
      get "/checkpoints" do
        rows = Queries::Checkpoints.newest(SHOWN)
        show_page Pages::Evidence::Checkpoints.new(
          context,
          rows,
          follows: Queries::LedgerProof.consecutive(rows),
          entries: Queries::Checkpoints.entries,
          kept: office.checkpoints&.last
        )
      end

      post "/checkpoints" do
        allow!(:take_checkpoint)
        Operations::TakeCheckpoint.call
        redirect "/evidence/checkpoints"
      end

      get "/checkpoints/:number" do
        row = Queries::Checkpoints.find(params["number"]) or
          raise Errors::Missing.new(:no_checkpoint, number: params["number"])
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

      # Until when algorithms are a proof, and when roots are accepted.
      get("/algorithms") { show_page algorithms }

      # The same for `bin/justseal verify` elsewhere.
      get "/algorithms/file" do
        content_type :json
        attachment "algorithms.json"
        office.register.kept
      end

      post "/algorithms" do
        Operations::KeepAlgorithm.call(actor, ends: end_of_use(text_param("until", most: 10)), **said)
        redirect "/evidence/algorithms"
      rescue Errors::Invalid => e
        refuse_algorithm(e)
      end

      post "/algorithms/roots" do
        days = { from: first_of(text_param("from", most: 10)), ends: end_of_use(text_param("until", most: 10)) }
        Operations::KeepAlgorithm.new.root(actor, **days, **said)
        redirect "/evidence/algorithms"
      rescue Errors::Invalid => e
        refuse_algorithm(e)
      end

      # How long the proofs last, and what is renewed when.
      get("/health") { show_page health_page }

      # Changes with every file that is renewed.
      get "/health/mark" do
        content_type :text
        Pages::Evidence::Health.mark(health)
      end

      post "/health/renew" do
        allow!(:renew)
        batch = Operations::BeginRenewal.call(actor, by: end_of_day(text_param("by")))
        return redirect("/evidence/health") if batch

        show_page health_page("by" => I18n.t("evidence.health.nothing_due")), code: 409
      rescue Errors::Invalid => e
        show_page health_page(Words.problems(e.problems)), code: 422
      end

      private

      def algorithms(**refused)
        known = { roots: Queries::KnownAuthorities.all(office), footing: health.footing }
        Pages::Evidence::Algorithms.new(context, office.register, **known, **refused)
      end

      # What a form about an algorithm or a root says besides its days.
      def said
        { id: text_param("id", most: 80), source: text_param("source", most: 400), seen: seen_end }
      end

      # nil for none; false, which is nobody's end, for what is no time.
      def seen_end
        text = text_param("seen", most: 40)
        text.empty? ? nil : Time.iso8601(text)
      rescue ArgumentError
        false
      end

      def refuse_algorithm(error)
        typed = params.slice("id", "from", "until", "source")
        show_page algorithms(typed: typed, problems: Words.problems(error.problems)), code: 422
      end

      # The first moment of that day; nil for none.
      def first_of(text, name = "from")
        return if text.empty?

        day = Date.strptime(text, "%Y-%m-%d")
        Time.utc(day.year, day.month, day.day)
      rescue Date::Error
        raise Errors::Invalid, { name => :no_such_day }
      end

      # The first moment after that day; nil for none.
      def end_of_use(text) = first_of(text, "until")&.+(86_400)

      def health = Queries::EvidenceHealth.new(sight, now: office.now)

      # The mark is read before the page is, so that what changes in between is noticed.
      def health_page(problems = {})
        mark = Pages::Evidence::Health.mark(health)
        typed = { by: text_param("by", most: 40), problems: problems }
        Pages::Evidence::Health.new(context, health, ledger: Queries::LedgerHealth.new(office), mark: mark, **typed)
      end

      # The end of that day in the office; now for nothing typed.
      def end_of_day(text)
        return office.now if text.empty?

        day = Date.iso8601(text)
        office.zone.local_to_utc(Time.utc(day.year, day.month, day.day, 23, 59, 59))
      rescue Date::Error
        raise Errors::Invalid, { "by" => I18n.t("evidence.health.no_such_day") }
      end
    end
  end
end
