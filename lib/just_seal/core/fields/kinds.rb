# frozen_string_literal: true

module JustSeal
  module Core
    module Fields
      # The kinds of field, with the size in points that each gets when a spot is picked, and its least size.
      module Kinds
        # +filled_by+: :mark (the party types or draws it), :party (it fills it in), :system (written at the moment of
        # acting) or :sending (written when the docket is sent); +type+: of its value, as in
        # Filing::Particulars::TYPES, nil for one that has none; +settings+: what can be set besides its label, its
        # condition and what all typed ones have; +hint+: for who places it.
        Kind = Value.of(
          :id,
          :label,
          :width,
          :height,
          :least_width,
          :least_height,
          :filled_by,
          :type,
          :settings,
          :hint
        ) do
          def mark? = filled_by == :mark
          def typed? = filled_by == :party

          # All names of settings that make sense for this kind.
          def all_settings
            ["label", *(%w[required help] if typed?), *settings, *("particular" if typed?), "shown_when"]
          end
        end

        LINE = [150, 16, 40, 9].freeze
        BOX = [12, 12, 8, 8].freeze

        ALL = [
          ["signature", "Signature", [150, 30, 60, 18], :mark, nil, [], "Typed or drawn by the party."],
          [
            "initials",
            "Initials",
            [60, 24, 24, 14],
            :mark,
            nil,
            %w[required],
            "Typed or drawn by the party, the same in every place."
          ],
          [
            "acting_date",
            "Date of acting",
            [96, 16, 50, 9],
            :system,
            nil,
            [],
            "The system writes the day on which the party acts."
          ],
          ["full_name", "Full name", LINE, :system, nil, [], "The system writes the party’s name."],
          ["email", "E-mail", LINE, :system, nil, [], "The system writes the party’s e-mail address."],
          [
            "organisation",
            "Organisation",
            LINE,
            :party,
            "text",
            [],
            "What is known of the party; it can correct that."
          ],
          ["job_title", "Job title", LINE, :party, "text", [], "What is known of the party; it can correct that."],
          ["date", "Date, typed", [96, 16, 50, 9], :party, "date", %w[default], "The party chooses a day."],
          ["text", "Text", LINE, :party, "text", %w[pattern default], "One line that the party types."],
          [
            "text_lines",
            "Text of several lines",
            [220, 64, 60, 22],
            :party,
            "text",
            %w[default],
            "As many lines as there is room for."
          ],
          [
            "number",
            "Number",
            [80, 16, 30, 9],
            :party,
            "number",
            %w[unit decimals least most default],
            "Checked against its bounds while it is typed."
          ],
          [
            "money",
            "Money",
            [100, 16, 40, 9],
            :party,
            "money",
            %w[unit decimals least most default],
            "An amount in one currency."
          ],
          [
            "choice",
            "Choice from a list",
            [130, 16, 40, 9],
            :party,
            "choice",
            %w[options default],
            "The party chooses from a list; what it chose is written here."
          ],
          [
            "one_of",
            "One of several",
            BOX,
            :party,
            "choice",
            %w[option default],
            "A box for each possibility. Boxes of one name belong together; one is crossed."
          ],
          [
            "tick",
            "Tick box",
            BOX,
            :party,
            "yes_no",
            %w[default],
            "Crossed or left empty. If it is required, it must be crossed."
          ],
          [
            "computed",
            "Computed",
            [100, 16, 30, 9],
            :system,
            nil,
            %w[formula unit decimals rounding],
            "From other fields and the particulars, when the party acts."
          ],
          [
            "particular",
            "From the particulars",
            LINE,
            :sending,
            nil,
            %w[particular],
            "The record’s particular, written when the docket is sent; nobody can change it."
          ],
          [
            "attachment",
            "Attachment asked for",
            LINE,
            :party,
            nil,
            [],
            "The party brings a file. Its name and hash are written here, and signed."
          ]
        ].to_h do |id, label, (width, height, least_width, least_height), filled_by, type, settings, hint|
          [
            id,
            Kind.new(
              id: id,
              label: label,
              width: width,
              height: height,
              least_width: least_width,
              least_height: least_height,
              filled_by: filled_by,
              type: type,
              settings: settings,
              hint: hint
            )
          ]
        end.freeze
      end
    end
  end
end
