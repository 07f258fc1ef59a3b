# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Room
        # What all pages of the signing room know: the link, the party, the docket.
        class RoomPage < OutsidePage
          include DocketWords

          attr_reader :party, :docket, :token, :failed

          # +token+: of the link; +failed+: {dialog:, problems:, typed:} of a dialog that was refused.
          def initialize(context, party, token:, failed: {})
            super(context)
            @party = party
            @docket = party.docket
            @token = token
            @failed = failed
          end

          def layout = "layouts/room"
          def title = docket.title
          def problems = failed.fetch(:problems, {})
          def owner = docket.owner.name
          def sender = t("room.sender", name: owner, office: office.settings.office)
          def documents = docket.documents
          def step_path(step) = room_step_path(token, step)
          def home_path = room_path(token)
          def refused?(dialog) = failed[:dialog] == dialog
          def typed(dialog, name) = refused?(dialog) ? failed.fetch(:typed, {})[name] : nil
          def problem(dialog, name) = refused?(dialog) ? problems[name] : nil
          def act = party.act
        end
      end
    end
  end
end
