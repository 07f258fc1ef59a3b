# frozen_string_literal: true

module JustSeal
  module Web
    # How long the records of each class are kept, beneath the Rules.
    class RetentionSchedules < Base
      helpers Paths

      get "" do
        allow!(:see_rules)
        show_page Pages::Retention::List.new(
          context,
          Queries::FilePlan.tree(sight),
          rules: Queries::RetentionRules.new(office.now),
          waiting: Queries::RetentionVersions.waiting
        )
      end

      get("/:code") { show }

      get "/:code/new" do
        allow!(:write_schedules)
        tomorrow = office.zone.to_local(office.now).to_date + 1
        form(ScheduleForm.from(Queries::RetentionVersions.newest(find), tomorrow))
      end

      post "/:code/new" do
        allow!(:write_schedules)
        given = ScheduleForm.read(params)
        return form(given, effect: effect_of(given)) if params["then"] == "look"

        row = Operations::SaveSchedule.call(
          actor,
          code: find.code,
          schedule: given.schedule,
          starts_at: beginning(given.day),
          version: given.version
        )
        redirect retention_schedule_path(find, version: row.version)
      rescue Errors::Invalid => e
        form(given, problems: Words.problems(e.problems), code: 422)
      rescue Errors::Conflict => e
        form(given, problems: { "conflict" => Words.problem(e) }, code: 409)
      end

      post "/:code/:version/publish" do
        row = Operations::PublishSchedule.call(actor, code: find.code, version: params["version"].to_i)
        redirect retention_schedule_path(find, version: row.version)
      end

      private

      def find
        @find ||= Queries::Lookup.record_class(params["code"]) ||
          raise(Errors::Missing.new(:no_class_listed, code: params["code"]))
      end

      def show
        allow!(:see_rules)
        versions = Queries::RetentionVersions.of(find)
        in_force = Queries::RetentionRules.new(office.now).version(find.id)
        shown = versions.find { |row| row.version == params["version"].to_i } || in_force || versions.first
        effect = effect(shown) if coming?(shown, in_force)
        show_page Pages::Retention::Show.new(
          context,
          find,
          versions: versions,
          shown: shown,
          in_force: in_force,
          effect: effect&.page(after: params["after"]),
          figures: effect&.figures
        )
      end

      # Is it a version of this class that may come to hold?
      def coming?(shown, in_force)
        return false unless shown && shown.record_class_id == find.id

        in_force&.record_class_id != find.id || shown.version > in_force.version
      end

      def effect(version)
        Queries::RetentionEffect.new(version, sight: sight, at: office.now, zone: office.zone)
      end

      # Nothing that can't be read is looked at.
      def effect_of(given)
        problems = Core::Retention::ScheduleReview.problems(given.schedule, find.particulars.to_a)
        raise Errors::Invalid, problems unless problems.empty?

        effect(Queries::RetentionVersions.draft(find, given.schedule))
      end

      # Midnight of that day in the office; for today, at once.
      def beginning(day)
        raise Errors::Invalid, { "starts" => :no_such_day } unless day
        return office.now if day == office.zone.to_local(office.now).to_date

        office.zone.local_to_utc(Time.utc(day.year, day.month, day.day))
      end

      def form(given, effect: nil, problems: {}, code: 200)
        page = Pages::Retention::Edit.new(
          context,
          find,
          typed: given.typed,
          effect: effect&.page,
          figures: effect&.figures,
          problems: problems
        )
        show_page page, code: code
      end
    end
  end
end
