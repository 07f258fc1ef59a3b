# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Room
        # One of a group may take it on; from then on it is theirs.
        class TakeOn < RoomPage
          attr_reader :member

          # +member+: Store::PartyMember whose link this is.
          def initialize(context, party, member:, **place)
            super(context, party, **place)
            @member = member
          end

          def others = list(party.members.reject { |other| other.id == member.id }.map(&:name))
        end
      end
    end
  end
end
