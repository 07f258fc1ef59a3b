# frozen_string_literal: true

module JustSeal
  module Core
    module Fields
      # The kinds of field, with the size in points that each gets when a spot is picked, and its least size.
      module Kinds
        # +filled_by+: :party types or draws it; :system writes it at the moment of acting.
        Kind = Value.of(:id, :label, :width, :height, :least_width, :least_height, :filled_by)

        ALL = [
          Kind.new(id: "signature", label: "Signature", width: 150, height: 30, least_width: 60, least_height: 18, filled_by: :party),
          Kind.new(id: "acting_date", label: "Date of acting", width: 96, height: 16, least_width: 50, least_height: 9, filled_by: :system),
          Kind.new(id: "full_name", label: "Full name", width: 150, height: 16, least_width: 50, least_height: 9, filled_by: :system)
        ].to_h { |kind| [kind.id, kind] }.freeze
      end
    end
  end
end
