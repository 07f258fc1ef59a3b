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
        shown = newest.find { |row| row.version == params["version"].to_i } || Store::Rulebook.in_force(office.now) || newest.first
        page :"rulebooks/show", title: "Rulebook", place: "Rules", versions: newest, shown: shown, in_force: Store::Rulebook.in_force(office.now), grid: shown && Queries::RulebookGrid.new(shown.definition.to_h),
          why: shown && why(shown)
      end

      get "/new" do
        allow!(:write_rules)
        newest = Store::Rulebook.order(Sequel.desc(:version)).first
        form(newest ? newest.definition.to_h : { "rules" => [] }, { "title" => "", "starts" => office.zone.to_local(office.now + 86_400).strftime("%Y-%m-%d"), "version" => newest&.version.to_i }, {}, nil)
      end

      post "/new" do
        definition = RulebookForm.definition(params)
        typed = { "title" => text_param("title", most: 300), "starts" => text_param("starts"), "version" => params["version"].to_i }
        return form(definition, typed, faults(definition), Queries::RulebookGrid.new(definition).rehearsal(since: office.now - YEAR_SECONDS)) if params["then"] == "rehearse"

        row = Operations::SaveRulebook.call(actor, title: typed["title"], definition: definition, starts_at: beginning(typed["starts"]), version: typed["version"])
        redirect "/rules/rulebook?version=#{row.version}"
      rescue Errors::Invalid => e
        status 422
        form(definition, typed, e.problems, nil)
      rescue Errors::Conflict => e
        status 409
        form(definition, typed, { "rulebook" => e.message }, nil)
      end

      private

      # Midnight of that day in the office; for today, at once.
      def beginning(text)
        day = Date.strptime(text, "%Y-%m-%d")
        start = office.zone.local_to_utc(Time.utc(day.year, day.month, day.day))
        day == office.zone.to_local(office.now).to_date ? office.now : start
      rescue Date::Error
        raise Errors::Invalid, { "starts" => "That is not a date that exists. Write it as year-month-day, like 2027-01-31." }
      end

      def faults(definition)
        Core::Assurance::RulebookReview.call(definition, classes: Operations::SaveRulebook.classes).to_h { |fault| [fault.rule ? "rules.#{fault.rule}" : "rulebook", fault] }
      end

      # What the shown rulebook demands of a record's party, with the rules that say so.
      def why(shown)
        record = sight.records.first(number: text_param("record", most: 40).strip.upcase) or return
        kind, act = [params["kind"].to_s, params["act"].to_s].zip([Core::Assurance::Rulebook::KINDS, Core::Dockets::Readiness::ACTS]).map { |value, all| all.include?(value) ? value : all.first }
        [record, kind, act, shown.rules.demand(class_code: record.record_class.code, act: act, kind: kind, particulars: Queries::DocketFilling.particulars(record))]
      end

      def form(definition, typed, problems, rehearsal)
        page :"rulebooks/form", title: "New version of the rulebook", place: "Rules", rules: definition["rules"] + [{}] * BLANKS, typed: typed, problems: problems, rehearsal: rehearsal,
          classes: Store::RecordClass.order(:code).all
      end
    end
  end
end
