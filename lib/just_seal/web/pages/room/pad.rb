# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Room
        # A place to draw on a telephone.
        class Pad < OutsidePage
          attr_reader :party

          # +pad+: Store::Pad; +token+: of its link.
          def initialize(context, pad, token:)
            super(context)
            @pad = pad
            @party = pad.party
            @token = token
          end

          def layout = "layouts/room"
          def scripts = %w[pages/pad]
          def heading = t(".heading.#{@pad.kind}")

          def given = { address: pad_path(@token), csrf: context.token_for(pad_path(@token)) }
        end
      end
    end
  end
end
