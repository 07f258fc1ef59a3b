# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Dockets
        # A docket: its parties by turn, what can be done with it, its course and its history.
        class Show < Page
          # More parties than these are folded by their turns.
          MOST_OPEN = 12
          OPEN_STATES = Core::Dockets::States::MAY_ACT

          include DocketWords

          attr_reader :docket, :mark, :overview, :wait

          # +overview+: Queries::DocketOverview; +mark+: what it stood at before that was read; +wait+:
          # Queries::SealingWait::Found or nil; +staff+: accounts that may take a place; +failed+: {dialog:, problems:,
          # typed:} of a form that was refused; +sight+: of whoever looks.
          def initialize(context, overview, mark:, sight:, wait: nil, staff: [], failed: {})
            super(context)
            @overview = overview
            @docket = overview.docket
            @mark = mark
            @wait = wait
            @staff = staff
            @failed = failed
            @sight = sight
          end

          def reads?(document)
            may?(:download) && @sight.record?(document.record) && !document.record.destroyed?
          end

          # Of its parties and their acts only entries tell any more.
          def destroyed? = !overview.disposal.nil?
          def destroyed_words = t(".destroyed", number: overview.disposal.number)

          def place = :dockets
          def title = docket.title
          def scripts = %w[components/dialogs components/live]
          def problems = @failed.fetch(:problems, {})
          # What keeps something from being done, where no dialog says it.
          def refusal = problems["conflict"]
          def parties = overview.parties
          def documents = overview.documents
          def course = overview.course
          def over? = !docket.ended_at.nil?
          def out? = docket.state == "out"
          def sealed? = docket.state == "sealed"
          def drawing = course.course
          def state_words = t("docket_states.#{docket.state}")

          # The middle of the dial, and what stands beneath it.
          def dial_centre = out? ? days_left(docket.deadline) : state_words.downcase
          def dial_label = out? ? t(".days_left", count: days_left(docket.deadline)) : nil

          def turn_words
            current = Core::Dockets::Turns.current(parties.map(&:seat)) if out?
            t(".turn_of", turn: current, turns: parties.map(&:turn).uniq.size) if current
          end

          def lead
            [
              (haste(docket)&.then { |text| t(".status", status: text) } if out?),
              t(".status", status: docket_status(docket, parties)),
              (t(".done", done: done_count, parties: counted("party", parties.size)) if out?),
              (t(".quoted", text: reason) if docket.ended_because)
            ].compact.join(" ")
          end

          def begun
            key, time = docket.sent_at ? [".sent_by", docket.sent_at] : [".drafted_by", docket.created_at]
            [t(key), SafeHtml.join([docket.owner.name, ", ", time_tag(time, :short)])]
          end

          # [[turn, [PartyRow, ...]], ...]
          def turns = party_rows.group_by(&:turn).map { |turn, rows| [turn_title(turn, rows), rows] }

          # Of many parties only the turn that is asked now is shown open.
          def folded? = parties.size > MOST_OPEN
          def open_turn?(rows) = rows.any? { |row| OPEN_STATES.include?(row.party.state) }

          def turn_count(rows)
            t(".turn_count", done: number(rows.count { |row| row.party.state == "done" }), all: rows.size)
          end

          def party_rows
            @party_rows ||= parties.map do |party|
              PartyRow.new(context, party, overview: overview, steering: steering?, failed: failed_of(party))
            end
          end

          # The party by which this person acts, nil where it has nothing to do.
          def mine
            parties.find do |party|
              Core::Dockets::States::MAY_ACT.include?(party.state) && (party.account_id == viewer.id || offered?(party))
            end
          end

          def enter_words = t("enter.#{mine.act}")
          def steering? = may?(:send) && (docket.owner_id == viewer.id || may?(:manage_any_docket) || deputy?)

          # Does this person act today for whoever sends it?
          def deputy? = absent.include?(docket.owner_id)

          # The party for which this person may act as a deputy, nil for none.
          def stands_in
            return if parties.any? { |party| party.account_id == viewer.id }

            parties.find do |party|
              Core::Dockets::States::MAY_ACT.include?(party.state) && party.acts_for.empty? &&
                absent.include?(party.account_id)
            end
          end

          def stand_in_words = t(".stand_in", name: stands_in.name)
          def prepares? = docket.state == "draft" && may?(:prepare)
          def copies? = over? && !sealed? && may?(:prepare)
          def saves_template? = may?(:prepare) && documents.any?(&:to_sign?) && parties.any?
          def sends_copies? = sealed? && steering?
          def copy_parties = overview.parties.select(&:reachable?)
          def copied?(party) = Array(failed("copies")[:typed]["letters"]).include?(party.letter)
          def link_days = Core::Dockets::Copies::LINK_DAYS.map { |days| [days, t(".link_days", count: days)] }
          def usual_days = failed("copies")[:typed]["days"] || Core::Dockets::Copies::USUAL_LINK_DAYS
          def withdraws? = !over? && steering?
          def moves_deadline? = out? && steering?

          # [[words, address], ...] of the sealed files; the first is the main one.
          def downloads
            return [] unless sealed?

            versions = overview.sealed_versions
            versions.map { |one| [download_words(one, versions.size), version_file_path(one.record, one.number)] }
          end

          def wait_lines
            return unless wait

            if wait.next_at
              tried = t(".wait_tried_html", tries: counted("times", wait.tries), time: time_tag(wait.next_at))
            end
            SafeHtml.join([wait.reason, tried, t(".wait_safe")].compact, " ")
          end

          def chain_faults
            faults = course.result.faults
            list(faults.map { |fault| t(".fault", seq: fault.seq, reason: fault.reason.to_s.tr("_", " ")) })
          end

          def broken_at = course.result.faults.map(&:seq).min
          def named_parties = list(parties.map(&:name).reject(&:empty?))
          def entries = course.entries.reverse.map { |entry| EntryRow.new(context, entry, docket) }
          def record_label = t(".records", count: documents.size)

          # What was typed into +dialog+, and what was wrong with it; empty for the others.
          def failed(dialog) = @failed[:dialog] == dialog ? @failed : { problems: {}, typed: {} }
          def deadline_value = failed("deadline")[:typed].fetch("deadline") { day(docket.deadline, :machine) }
          def staff_options = @staff.map { |one| [one.id, t(".staff_option", name: one.name, unit: one.unit)] }
          def closing_hour = WhoForm::CLOSING_HOUR

          private

          # Ids of those for whom this person acts today.
          def absent = @absent ||= Queries::Deputies.today(office).of(viewer.id).map(&:account_id)

          def done_count = parties.count { |party| party.state == "done" }
          def offered?(party) = party.group? && party.members.any? { |member| member.account_id == viewer.id }

          def failed_of(party) = @failed[:dialog].to_s.end_with?("-#{party.letter}") ? @failed : {}

          def reason
            refused = parties.find { |party| party.state == "refused" }&.name
            docket.ended_because.delete_prefix("#{refused}: ")
          end

          def turn_title(turn, rows) = t(rows.size > 1 ? ".turn_any_order" : ".turn", turn: turn)

          def download_words(version, count)
            return t(".download_certificate") if version.kind == "certificate"

            count == 2 ? t(".download_document") : t(".download_titled", title: version.record.title)
          end
        end
      end
    end
  end
end
