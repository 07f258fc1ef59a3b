# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Dockets
        # The fields of one party in the form of a draft.
        class SeatFields < Page
          CONTACT_FILLS = {
            "email" => "email",
            "organisation" => "organisation",
            "role" => "job_title",
            "telephone" => "telephone"
          }.freeze

          attr_reader :row, :group, :role_title

          # +row+: WhoForm::Row; +role_title+: what it is in the docket, as a template calls it; +last_turn+: to which
          # it can be moved; +phrase+: is one agreed?; +folds+: are there so many that only
          # those are open which want something; +group+: its Store::Group, nil where that is no more.
          def initialize(context, row, staff:, problems:, last_turn:, phrase:, group:, role_title: nil, folds: false)
            super(context)
            @folds = folds
            @row = row
            @staff = staff
            @problems = problems
            @last_turn = last_turn
            @phrase = phrase
            @group = group
            @role_title = role_title
          end

          def letter = row.letter
          def name(field) = "parties[#{letter}][#{field}]"
          def id(field) = "f-parties-#{letter}-#{field}"
          def problem(field) = problems["#{letter}.#{field}"]
          def turns = (1..@last_turn).map(&:to_s)
          def acts = t("acts").map { |act, words| [act.to_s, words] }
          def language_options = [["", t(".any_language")], *spoken_languages]
          def outside? = !row.staff? && !row.group?
          def phrase? = @phrase
          def passes_on? = row.may_pass_on == "1"
          def texts? = !office.settings.text_url.nil?
          def also_texts? = row.also_text == "1"

          def staff_options
            [["", t(".nobody")], *@staff.map { |one| [one.id, t(".staff_option", name: one.name, unit: one.unit)] }]
          end

          def group_name = group ? group.name : t(".no_group")
          def group_people = group ? list(group.people.map(&:name)) : ""

          # What a contact that is chosen fills in: "email=ID organisation=ID …"
          def fills = CONTACT_FILLS.map { |from, field| "#{from}=#{form_id(field)}" }.join(" ")

          # Who it is, where there are many
          def folds? = @folds
          def open? = person_words.empty? || %w[name email account telephone phrase].any? { |field| problem(field) }

          def person_words
            return @staff.find { |one| one.id.to_s == row.account }&.name.to_s if row.staff?

            return group_name if row.group?

            [row.name, row.email.empty? ? row.telephone : row.email].reject(&:empty?).join(", ")
          end

          # What it is in the docket, and what the sender demands of it
          def proves? = row.act != "receive"
          def demands_open? = !row.least_level.empty? || !problem("role_title").nil?
          def level_options = [["", t(".as_rules")], *(1..4).map { |level| [level, t(".level", level: level)] }]

          # How this party proves who it is
          def proofs_open?
            given = [row.phrase, row.telephone, row.also_text].any? { |text| !text.to_s.empty? }
            held.any? || given || problem("telephone") || problem("phrase")
          end

          # [[method, words, ticked], ...] of what is set up here.
          def holdings
            here = { "civil_id" => office.settings.registry_url, "card" => office.settings.reader_url, "seen" => true }
            here.select { |_, set_up| set_up }.keys.map { |one| [one, t(".holds.#{one}"), held.include?(one)] }
          end

          private

          def form_id(field) = "f-#{name(field).gsub(/[^a-z0-9]+/i, "-")}"
          def held = @held ||= WhoForm::HOLDS.select { |method| row.public_send(:"holds_#{method}") == "1" }
        end
      end
    end
  end
end
