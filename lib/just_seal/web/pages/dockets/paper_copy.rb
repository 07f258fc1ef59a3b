# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Dockets
        # A copy of a docket on paper: what was printed, what came back, and what stands there, place by place.
        class PaperCopy < Page
          include DocketWords

          attr_reader :copy, :docket, :party, :mark, :problems

          # +copy+: Store::PaperCopy; +reading+: answers #own; +choice+: Queries::PaperChoice; +mark+: what the page
          # stood at before it was read; +problems+, +typed+: of a form that was refused.
          def initialize(context, copy, reading:, choice:, mark:, problems: {}, typed: {})
            super(context)
            @copy = copy
            @docket = copy.docket
            @party = copy.party
            @reading = reading
            @choice = choice
            @mark = mark
            @problems = problems
            @typed = typed
          end

          def place = :dockets
          def title = t(".title", name: party.name, title: docket.title)
          def scripts = %w[components/dialogs components/live]
          def heading = t(".heading", name: party.name)
          def refusal = problems["conflict"] || problems["floor"] || problems["readiness"]
          def state = t(".states.#{copy.state}")
          def ended = copy.ended_because && t(".ended.#{copy.ended_because}")
          def chosen_by = t(".chosen.#{copy.chosen_by}", name: party.name, sender: docket.owner.name)
          def waits = t(copy.waits ? ".others_wait" : ".others_go_on")
          def step(name) = "#{docket_paper_path(docket, copy.number)}/#{name}"
          def page_count = copy.layouts.size

          # What came back
          def brings? = copy.state == "out" && docket.state == "out"
          def ends? = copy.live? && docket.state == "out"

          def files = copy.files.reject { |file| file.state == "left_out" }
          def waiting? = files.any? { |file| file.state == "waiting" }

          def file_state(file)
            file.state == "read" ? counted("page", file.pictures.size) : t(".file_states.#{file.state}")
          end

          def findings = files.empty? ? [] : copy.matching.findings
          def complete? = copy.matching.complete?

          def finding(found)
            facts = found.facts
            facts = facts.merge(document: of_document(facts[:document])) if facts.key?(:document)
            t(".findings.#{found.reason}", **facts)
          end

          # Place by place
          def reads? = brings? && complete?
          def entered? = copy.state == "entered"
          def entered_by_me? = copy.entered_by == viewer.id
          def confirms? = entered? && !entered_by_me?
          def places = @places ||= @reading.own.map { |spot| PaperPlace.new(context, self, spot) }
          def two_persons? = @choice.two_persons?
          def save = t(two_persons? ? ".enter" : ".take_in")
          def paper_place? = @choice.places.any?
          def wants_identity? = @choice.floor.positive?
          def kinds = t("document_kinds").map { |kind, words| [kind, words] }

          # What was typed for +name+, or what is kept.
          def typed(name)
            given = @typed[name.to_s]
            given.is_a?(String) ? given : copy.entered.to_h[name.to_s].to_s
          end

          def typed_value(spot)
            given = @typed["typed"].is_a?(Hash) ? @typed["typed"] : copy.entered.to_h["typed"].to_h
            given[spot.slot].to_s
          end

          def named?(list, spot)
            given = @typed.key?("seen") || @typed.key?("day") ? Array(@typed[list]) : copy.entered.to_h[list].to_a
            given.include?(spot.name)
          end

          # Of boxes that belong together, what each stands for.
          def options_of(spot) = @reading.own.select { |one| one.slot == spot.slot }.map { |one| one.setting("option") }

          def placed(spot) = copy.matching.placed[[spot.document, spot.page]]
          def sheet_of(spot) = copy.layouts.fetch([spot.document, spot.page])

          def taken_in
            t(copy.confirmer ? ".taken_in_by_two" : ".taken_in_by", by: copy.enterer.name, other: copy.confirmer&.name)
          end

          private

          def of_document(position)
            copy.documents.to_a.size == 1 ? "" : t(".of_document", number: position)
          end
        end
      end
    end
  end
end
