# frozen_string_literal: true

module JustSeal
  module Web
    # The rulebook, beneath the Rules: how strongly each signer has to prove identity.
    class Rulebooks < Base
      BLANKS = 2
      DAY_SECONDS = 86_400
      YEAR_SECONDS = 365 * DAY_SECONDS

      get "" do
        newest = Queries::RulebookVersions.all
        in_force = Queries::RulebookVersions.in_force(office.now)
        shown = newest.find { |row| row.version == params["version"].to_i } || in_force || newest.first
        page = Pages::Rulebooks::Show.new(
          context,
          versions: newest,
          shown: shown,
          in_force: in_force,
          alone: Queries::RulebookVersions.alone?,
          classes: Queries::Choices.classes,
          grid: shown && Queries::RulebookGrid.new(shown.definition.to_h),
          why: shown && why(shown),
          given_record: text_param("record", most: 40)
        )
        show_page page
      end

      get "/new" do
        allow!(:write_rules)
        newest = Queries::RulebookVersions.newest
        starter = Queries::RulebookStarters.definition(params["starter"])
        typed = {
          "title" => starter ? I18n.t("rulebook_starters.#{params["starter"]}.title") : "",
          "starts" => office.zone.to_local(office.now + DAY_SECONDS).to_date.iso8601,
          "version" => newest&.version.to_i
        }
        form(starter || (newest ? newest.definition.to_h : { "rules" => [] }), typed)
      end

      post "/new" do
        definition = RulebookForm.definition(params)
        typed = {
          "title" => text_param("title", most: 300),
          "starts" => text_param("starts"),
          "version" => params["version"].to_i
        }
        if params["then"] == "rehearse"
          return form(definition, typed, problems: faults(definition), rehearsal: rehearsal(definition))
        end

        row = Operations::SaveRulebook.call(
          actor,
          title: typed["title"],
          definition: definition,
          starts_at: beginning(typed["starts"]),
          version: typed["version"]
        )
        redirect "/rules/rulebook?version=#{row.version}"
      rescue Errors::Invalid => e
        form(definition, typed, problems: Words.problems(e.problems), code: 422)
      rescue Errors::Conflict => e
        form(definition, typed, problems: { "rulebook" => Words.problem(e) }, code: 409)
      end

      post "/:version/publish" do
        row = Operations::PublishRulebook.call(actor, version: params["version"].to_i)
        redirect "/rules/rulebook?version=#{row.version}"
      end

      # Whether one person may write and publish it.
      post "/alone" do
        Operations::PublishRulebook.new.decide(actor, alone: params["alone"] == "yes")
        redirect "/rules/rulebook"
      end

      private

      # Nothing that can't be read is rehearsed.
      def rehearsal(definition)
        return unless faults(definition).empty?

        Queries::RulebookRehearsal.new(definition, since: office.now - YEAR_SECONDS).call
      end

      # Midnight of that day in the office; for today, at once.
      def beginning(text)
        day = Date.strptime(text, "%Y-%m-%d")
        start = office.zone.local_to_utc(Time.utc(day.year, day.month, day.day))
        day == office.zone.to_local(office.now).to_date ? office.now : start
      rescue Date::Error
        raise Errors::Invalid, { "starts" => I18n.t("rulebooks.edit.no_such_day") }
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

      def form(definition, typed, problems: {}, rehearsal: nil, code: 200)
        page = Pages::Rulebooks::Edit.new(
          context,
          rules: definition["rules"] + ([{}] * BLANKS),
          sign_on: definition["sign_on"].to_a,
          typed: typed,
          classes: Queries::Choices.classes,
          rehearsal: rehearsal,
          problems: problems
        )
        show_page page, code: code
      end
    end
  end
end
