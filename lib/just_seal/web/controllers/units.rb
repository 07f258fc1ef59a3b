# frozen_string_literal: true

module JustSeal
  module Web
    # The units of the office, beneath the Rules.
    class Units < Base
      get("") { show({}) }

      # A new unit, or where one stands and who heads it.
      post "" do
        head = text_param("head", most: 20)
        Operations::KeepUnits.new.save(
          actor,
          name: text_param("name", most: 200),
          above: text_param("above", most: 200),
          head_id: (head.to_i unless head.empty?)
        )
        redirect "/rules/units"
      rescue Errors::Invalid => e
        status 422
        show(Words.problems(e.problems))
      end

      post "/end" do
        Operations::KeepUnits.new.end(actor, name: text_param("name", most: 200))
        redirect "/rules/units"
      end

      private

      def show(problems)
        allow!(:see_rules)
        page = Pages::Units::List.new(
          context,
          Queries::UnitTree.new.rows,
          chosen: Queries::Lookup.unit(text_param("name", most: 200)),
          staff: Queries::Choices.staff,
          typed: params,
          problems: problems
        )
        show_page page, code: response.status
      end
    end
  end
end
