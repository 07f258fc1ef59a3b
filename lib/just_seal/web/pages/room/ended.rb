# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Room
        # What a party reads when there is nothing for it to do, now or any more.
        class Ended < RoomPage
          def parties = docket.parties
          def state_words = t("docket_states.#{docket.state}").downcase
          def sealed? = docket.state == "sealed"
          def return_to = party.state == "done" ? docket.options["return_to"] : nil

          def heading
            return t(".have.#{act}") if party.state == "done"
            return t(".have_refused") if party.state == "refused"

            words_of("room.ended.headings.#{docket.state}") || t(".headings.other")
          end

          # [sentence, ...]
          def lines
            [acted, refused, docket_line, more].compact
          end

          # [[words, address], ...] of copies that can still be saved.
          def copies
            return [] unless visit && visit.id == party.acted_visit_id
            return [] unless Core::Dockets::Copies.after?(docket, party, at: now)

            documents.map do |document|
              words = documents.size > 1 ? t(".copy_of", title: document.record.title) : t(".copy")
              [words, "#{step_path(:copies)}/#{document.position}"]
            end
          end

          private

          def acted
            return unless party.acted_at

            t(".acted", done: t("done.#{act}"), time: time_text(party.acted_at, :at))
          end

          def refused = party.refused_because && t(".you_said", reason: party.refused_because, name: owner)

          def docket_line
            case docket.state
            when "sealed" then t(".sealed")
            when "gathered" then t(".gathered")
            when "out" then t(".waits", status: docket_status(docket, parties))
            end
          end

          def more
            return if docket.ended_at.nil? || %w[sealed gathered].include?(docket.state)

            t(".more", name: owner, office: office.name)
          end
        end
      end
    end
  end
end
