# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Reading
        # One who signed or filled in a document, or has not yet: what is told beside its pages.
        class SeatRow < Page
          include SignatureFacts
          include DocketWords

          attr_reader :seat

          # +seat+: Queries::DocumentMarks::Seat; +report+: Core::Pdf::Check::Report.
          def initialize(context, seat, report:)
            super(context)
            @seat = seat
            @report = report
          end

          def party = seat.party
          def signature = seat.signature
          def letter = party&.letter
          def id = "seat-#{letter || signature.field}"

          def name
            return t(".no_name") if party && party.name.empty?

            party&.name || stranger
          end

          def state = party ? t("party_states.#{party.state}") : status_words(signature)
          def tone = party ? party_tone(party.state) : status_tone(signature)

          # [[term, what], ...]
          def facts
            [
              (["act", t(party.paper ? "by_pen" : "acts.#{party.act}")] if party),
              (["level", level] if level),
              (["proofs", proofs] if proofs),
              (["time", signed_at(signature)] if signature),
              (["time_from", time_source(signature)] if signature),
              (["covers", covers] if signature),
              (["layer", layer] if seat.layer),
              (["holds", status_words(signature)] if signature)
            ].compact.map { |term, what| [t(".#{term}"), what] }
          end

          # [[Core::Pdf::Marks::Mark, what it is, what stands in it], ...]
          def filled = seat.filled.map { |mark| [mark, label(mark), mark.value == true ? t(".crossed") : mark.value] }
          def open = seat.open.map { |mark| [mark, label(mark), t(".empty")] }
          # Where its signature stands on a page; nil where it shows on none.
          def signed = seat.signed
          def place(mark) = t(".page", number: mark.page)
          def box(mark) = mark.rectangle.join(" ")
          # What is said of a mark on the page.
          def mark_words(what) = t(".mark", name: name, what: what)
          def signature_words = t(".signature")

          private

          def stranger
            return t(".certified", name: signature.signer) if signature.certification?

            signature.archive? ? t(".archived", name: signature.certificate_name) : signature.signer
          end

          def level
            reached = party ? party.level_reached : signature.level
            reached && t(".reached", level: reached)
          end

          def proofs
            methods = party ? party.proofs_in_force.map { |proof| t("methods.#{proof[:method]}") }.uniq : []
            methods.any? ? list(methods) : nil
          end

          def covers = t(signature.covers_bytes == @report.size ? ".covers_all" : ".covers_to", **covered)
          def covered = { bytes: number(signature.covers_bytes), all: number(@report.size) }

          def layer
            found = @report.revisions[seat.layer - 1]
            changes = found.changes.map { |one| Words::Checks.change(one) }
            t(".layer_of", number: seat.layer, all: @report.revisions.size, changes: list(changes))
          end

          def label(mark)
            title = seat.labels[mark.field]
            return t(".signature") if title.nil? || title == :signature

            title.is_a?(Symbol) ? t("field_kinds.#{title}") : title
          end
        end
      end
    end
  end
end
