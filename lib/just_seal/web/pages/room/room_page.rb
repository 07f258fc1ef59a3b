# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Room
        # What all pages of the signing room know: the party, its visit, the docket.
        class RoomPage < OutsidePage
          include DocketWords

          attr_reader :party, :docket, :visit, :failed

          # +base+: the address beneath which this party's pages are, of its link or of its visit; +visit+: that it is
          # in; +failed+: {dialog:, problems:, typed:} of a dialog that was refused.
          def initialize(context, party, base:, visit: nil, failed: {})
            super(context)
            @party = party
            @docket = party.docket
            @base = base
            @visit = visit
            @failed = failed
          end

          def layout = "layouts/room"
          def title = docket.title
          def problems = failed.fetch(:problems, {})
          def owner = docket.owner.name
          def sender = t("room.sender", name: owner, office: office.name)
          def documents = docket.documents
          def step_path(step) = "#{@base}/#{step}"
          def home_path = @base
          # In a visit, on a device of the party's own.
          def leaves? = !visit.nil? && context.lent.nil?
          def refused?(dialog) = failed[:dialog] == dialog
          def typed(dialog, name) = refused?(dialog) ? failed.fetch(:typed, {})[name] : nil
          def problem(dialog, name) = refused?(dialog) ? problems[name] : nil
          def act = party.act
          # While the party may act, it can be spoken to in another language.
          def switches? = docket.state == "out"
          def language_path = step_path(:language)
        end
      end
    end
  end
end
