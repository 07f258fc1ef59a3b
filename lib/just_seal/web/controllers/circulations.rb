# frozen_string_literal: true

module JustSeal
  module Web
    # The circulations, beneath the Dockets.
    class Circulations < Base
      helpers Paths
      register Draft, Steering, People

      get "" do
        state = text_param("state", most: 20)
        list = Queries::CirculationList.new(
          account,
          state: (state if Core::Circulations::States::MOVES.key?(state)),
          after: params["after"]
        )
        offered = may?(:send) ? Queries::CirculationChoices.templates(account) : []
        cases = offered.any? ? Queries::Choices.open_case_files(sight) : []
        show_page Pages::Circulations::List.new(context, list.page, state: state, templates: offered, cases: cases)
      end

      # Of a record, or of a docket template that makes a record for each.
      post "" do
        what = Queries::CirculationChoices.what(account, sight, params)
        circulation = Operations::DraftCirculation.call(actor, **what)
        redirect circulation_step_path(circulation, :edit)
      end

      # What this person has done as one of many.
      get "/mine" do
        show_page Pages::Circulations::Mine.new(
          context,
          Queries::OwnAcknowledgements.new(account, after: params["after"]).page
        )
      end

      get "/:number" do
        redirect circulation_step_path(circulation, :edit) if circulation.draft? && steers?
        show_progress
      end

      # Changes whenever somebody has acted, and with every step of whoever steers it.
      get "/:number/mark" do
        content_type :text
        Queries::CirculationProgress.new(circulation).mark
      end

      get "/:number/people.csv" do
        content_type :csv
        attachment "#{circulation.number}.csv"
        Queries::CirculationCsv.of(circulation)
      end

      private

      def circulation
        @circulation ||= Queries::CirculationList.seen_by(account).first(number: params["number"].to_s) or
          raise Errors::Missing.new(:no_circulation, number: params["number"].to_s)
      end

      def steers? = Queries::CirculationList.steer?(account, circulation)

      def show_progress(code: 200, failed: {})
        given = %w[standing unit find].to_h { |name| [name, text_param(name, most: 100).strip] }
        given.reject! { |name, value| value.empty? && !(name == "unit" && params.key?("unit")) }
        page = Pages::Circulations::Show.new(
          context,
          circulation.refresh,
          progress: Queries::CirculationProgress.new(circulation, given: given, after: params["after"]),
          given: given,
          steers: steers?,
          failed: failed
        )
        show_page page, code: code
      end
    end
  end
end
