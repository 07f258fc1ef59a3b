# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Dockets
        # One party on the page of its docket: who, what it is asked, how far it is, and what can be done with it.
        class PartyRow < Page
          include FloorWords
          include DocketWords

          WAIVABLE = (1..3)
          # allowed => key
          WAIVER_WORDS = { nil => ".waiver_asked", true => ".waiver_allowed", false => ".waiver_refused" }.freeze
          OPEN = [*Core::Dockets::States::MAY_ACT, "waiting"].freeze
          USUAL_WAIVER_SECONDS = 14 * 86_400

          attr_reader :party

          # +overview+: Queries::DocketOverview; +steering+: may the viewer steer the docket?; +failed+: as of Show.
          def initialize(context, party, overview:, steering:, failed: {})
            super(context)
            @party = party
            @overview = overview
            @steering = steering
            @failed = failed
          end

          def letter = party.letter
          def turn = party.turn
          def docket = @overview.docket
          def name = party.name.empty? ? t(".no_name") : party.name

          def contact
            [party.role_title.to_s, party.organisation, party.shown_address, stands_in].reject(&:empty?).join(", ")
          end

          # For whom a deputy acts.
          def stands_in = party.acts_for.empty? ? "" : t(".acts_for", name: party.acts_for)
          def act = t("acts.#{party.act}")
          def steering? = @steering
          def over? = !docket.ended_at.nil?
          def out? = docket.state == "out"
          def receiver? = party.act == "receive"
          def locked? = !party.locked_at.nil?

          # The level
          def reached = party.level_reached && t(".level_reached", level: party.level_reached)
          def methods_used = list(party.proofs_in_force.map { |proof| t("methods.#{proof[:method]}") }.uniq)
          def not_proved = t(receiver? ? ".needs_no_proof" : ".not_proved")

          def demanded
            return unless floor.positive?

            [t(".level_demanded", level: floor), floor_source(status.demand)].compact.join(" ")
          end

          def bound = status ? status.bound : []

          def bound_words(row)
            method = t("methods.#{row.kind}")
            t(".bound_html", method: method, level: row.bound_level, time: time_tag(row.bound_at, :auto))
          end

          def waivers = @overview.waivers(party)

          def waiver_words(waiver)
            ends = day(waiver.ends_at, :short_year)
            t(WAIVER_WORDS.fetch(waiver.allowed), level: waiver.granted, until: ends, reason: waiver.reason)
          end

          def decides?(waiver)
            waiver.allowed.nil? && waiver.withdrawn_at.nil? && may?(:allow_waiver) && waiver.asked_by != viewer.id
          end

          def asks_waiver?
            open = waivers.any? { |one| one.withdrawn_at.nil? && one.allowed != false }
            floor > 1 && !over? && !open && may?(:ask_waiver)
          end

          def waiver_levels = WAIVABLE.map { |level| [level, t(".level", level: level)] }
          def waiver_ends = day(docket.deadline || (now + USUAL_WAIVER_SECONDS), :machine)

          # What is needed of whoever takes the place; nil where nothing is.
          def wants = floor > 1 ? t(".wants", level: floor) : nil

          # That what is known of a party that is still to act can't reach what is demanded of it; nil where it can.
          def unreachable
            return unless out? && !receiver? && OPEN.include?(party.state) && !party.group? && !status.reachable?

            t(".unreachable", level: status.wanted)
          end

          # The state
          def state_tone = party_tone(party.state)
          def state = docket.state == "draft" ? t(".not_sent") : t("party_states.#{party.state}")

          def since
            return SafeHtml::NOTHING if docket.state == "draft"
            return time_tag(party.state_since, :short) unless party.state == "waiting"

            t(waiting_key)
          end

          # That a mail to it came back, in words; nil where none did.
          def returned
            mail = @overview.returned(party) or return
            t(".returned_html", time: time_tag(mail.bounced_at, :short), status: mail.bounce_status)
          end

          def reminded = party.reminders.positive? ? t(".reminded", times: counted("times", party.reminders)) : nil

          # What can be done with it
          def releases? = locked? && steering?
          def reminds? = changes? && party.state != "waiting"
          def removes_authenticators? = bound.any? && steering? && !over?
          def changes? = steering? && out? && Core::Dockets::States::REPLACEABLE.include?(party.state)

          def meets?
            steering? && out? && !party.group? && !receiver? && party.account_id != viewer.id &&
              Core::Dockets::States::MAY_ACT.include?(party.state)
          end

          # On paper
          def paper = @paper ||= @overview.paper(party)
          def prints? = steering? && out? && paper.nil? && may_act? && paper_choice.may?
          def others_wait? = paper_choice.waits?
          def paper_path = docket_paper_path(docket, paper.number)
          def paper_words = t(paper.state == "taken_in" ? ".taken_in_html" : ".on_paper_html", copy: "P#{paper.number}")

          def menu? = prints? || changes? || meets? || asks_waiver? || removes_authenticators?

          # [[number, words], ...] of the visits in which the party is now.
          def visits
            @overview.visits(party).map do |visit|
              begun = time_text(visit.begun_at, :short)
              [visit.number, t(".visit", number: visit.number, begun: begun, address: visit.address)]
            end
          end

          def document_kinds = t("document_kinds").map { |kind, words| [kind, words] }
          def replaced_when = t(party.state == "waiting" ? ".replaced_later" : ".replaced_now")

          def typed(dialog) = failed?(dialog) ? @failed.fetch(:typed, {}) : {}
          def problem(dialog, field) = failed?(dialog) ? @failed.fetch(:problems, {})[field] : nil
          def failed?(dialog) = @failed[:dialog] == "#{dialog}-#{letter}"
          def id(dialog) = "#{dialog}-#{letter}"

          private

          def paper_choice = @paper_choice ||= @overview.paper_choice(party)
          def may_act? = Core::Dockets::States::MAY_ACT.include?(party.state)
          def status = @overview.status(party)
          def floor = status ? status.demand.floor : 0

          def waiting_key
            return over? ? ".was_not_sent" : ".gets_it_at_the_end" if receiver?

            over? ? ".was_never_asked" : ".not_its_turn"
          end
        end
      end
    end
  end
end
