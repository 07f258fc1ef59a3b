# frozen_string_literal: true

module JustSeal
  module Web
    # What keeps a draft from being sent, or should be looked at, in words, and where it is mended. Whoever includes it
    # includes Speech and Paths.
    module ReadinessWords
      # +point+: Core::Dockets::Readiness::Issue.
      def readiness_text(point) = t("readiness.#{point.reason}", party: point.party, **Words.facts(point.facts))

      # [address, words] of the link to where +point+ is mended; nil where the page itself has the button.
      def readiness_way(point, docket)
        case point.fix
        when :record then [record_step_path(record_number(point, docket), :edit), t("readiness_way.particulars")]
        when :version then [docket_step_path(docket, :check), t("readiness_way.look")]
        when :fields then fields_way(point, docket)
        else parties_way(point, docket)
        end
      end

      # A point for the browser.
      def readiness_for_script(point, docket)
        { blocks: point.blocks, text: readiness_text(point), way: readiness_way(point, docket), field: point.field }
      end

      private

      def record_number(point, docket)
        docket.documents.find { |document| document.record.title == point.facts[:document] }&.record&.number
      end

      def fields_way(point, docket)
        anchor = point.field && "field-#{point.field.join("-")}"
        [docket_step_path(docket, :fields, anchor: anchor), t(anchor ? "readiness_way.field" : "readiness_way.place")]
      end

      def parties_way(point, docket)
        return [docket_step_path(docket, :parties), t("readiness_way.mend")] unless point.party

        [
          docket_step_path(docket, :parties, anchor: "party-#{point.party}"),
          t("readiness_way.party", party: point.party)
        ]
      end
    end
  end
end
