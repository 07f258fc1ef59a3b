# frozen_string_literal: true

module JustSeal
  module Web
    # How the office is, in words, beneath the Rules.
    class Condition < Base
      get "" do
        allow!(:see_rules)
        condition = Queries::OfficeCondition.new(office: office, now: office.now)
        show_page Pages::Condition::Show.new(context, condition)
      end
    end
  end
end
