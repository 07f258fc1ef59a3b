# frozen_string_literal: true

module JustSeal
  module Web
    # The rulebook, beneath the Rules: how strongly each signer has to prove identity.
    class Rulebooks < Base
      helpers Uploads, RulebookWording

      BLANKS = 2
      YEAR_SECONDS = 365 * 86_400

      get "" do
        newest = Store::Rulebook.order(Sequel.desc(:version)).all
        shown = newest.find do |row|
          row.version == params["version"].to_i
        end || Store::Rulebook.in_force(office.now) || newest.first
        page :"rulebooks/show",
          title: "Rulebook",
          place: "Rules",
          versions: newest,
          shown: shown,
          in_force: Store::Rulebook.in_force(office.now),
          grid: shown && Queries::RulebookGrid.new(shown.definition.to_h),
          why: shown && why(shown),
          classes: Store::RecordClass.order(:code).all
      end

      get "/new" do
        allow!(:write_rules)
        newest = Store::Rulebook.order(Sequel.desc(:version)).first
        form(
          newest ? newest.definition.to_h : { "rules" => [] },
          {
            "title" => "",
            "starts" => office.zone.to_local(office.now + 86_400).strftime("%Y-%m-%d"),
            "version" => newest&.version.to_i
          },
          {},
          nil
        )
      end

      post "/new" do
        definition = RulebookForm.definition(params)
        typed = {
          "title" => text_param("title", most: 300),
          "starts" => text_param("starts"),
          "version" => params["version"].to_i
        }
        return form(definition, typed, faults(definition), rehearsal(definition)) if params["then"] == "rehearse"

        row = Operations::SaveRulebook.call(
          actor,
          title: typed["title"],
          definition: definition,
          starts_at: beginning(typed["starts"]),
          version: typed["version"]
        )
        redirect "/rules/rulebook?version=#{row.version}"
      rescue Errors::Invalid => e
        status 422
        form(definition, typed, e.problems, nil)
      rescue Errors::Conflict => e
        status 409
        form(definition, typed, { "rulebook" => e.message }, nil)
      end

      private

      # Nothing that can't be read is rehearsed.
      def rehearsal(definition)
        return unless faults(definition).empty?

        Queries::RulebookRehearsal.new(
          definition,
          since: office.now - YEAR_SECONDS
        ).call
      end

      # Midnight of that day in the office; for today, at once.
      def beginning(text)
        day = Date.strptime(text, "%Y-%m-%d")
        start = office.zone.local_to_utc(Time.utc(day.year, day.month, day.day))
        day == office.zone.to_local(office.now).to_date ? office.now : start
      rescue Date::Error
        raise Errors::Invalid,
          {
            "starts" => "That is not a date that exists. Write it as year-month-day, like 2027-01-31."
          }
      end

      def faults(definition)
        Operations::SaveRulebook.faults(definition).to_h do |fault|
          [fault.rule ? "rules.#{fault.rule}" : "rulebook", fault]
        end
      end

      def why(shown)
        given = %w[class record kind act].to_h { |name| [name, text_param(name, most: 40)] }
        Queries::RulebookWhy.new(
          shown.rules,
          given.merge("values" => params["values"].is_a?(Hash) ? params["values"] : {}),
          records: sight.records
        )
      end

      def form(definition, typed, problems, rehearsal)
        page :"rulebooks/form",
          title: "New version of the rulebook",
          place: "Rules",
          rules: definition["rules"] + ([{}] * BLANKS),
          typed: typed,
          problems: problems,
          rehearsal: rehearsal,
          classes: Store::RecordClass.order(:code).all
      end
    end
  end
end
