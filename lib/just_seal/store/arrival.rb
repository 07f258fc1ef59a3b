# frozen_string_literal: true

module JustSeal
  module Store
    # A file that came by a way in; the same is taken once.
    class Arrival < Sequel::Model(:arrivals)
      many_to_one :way_in, class: "JustSeal::Store::WayIn"
      many_to_one :intake, class: "JustSeal::Store::Intake"
    end
  end
end
