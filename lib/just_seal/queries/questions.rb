# frozen_string_literal: true

module JustSeal
  module Queries
    # The prepared questions, by the names under which answers keep them.
    module Questions
      ALL = {
        "this_document" => ThisDocument,
        "this_person" => ThisPerson,
        "who_acknowledged" => WhoAcknowledged,
        "below_floor" => BelowFloor,
        "late_and_stuck" => LateAndStuck,
        "still_provable" => StillProvable,
        "rule_changes" => RuleChanges,
        "without_person" => WithoutPerson,
        "missing_pieces" => MissingPieces,
        "sample" => Sample
      }.freeze
      # Those that can be asked every night.
      STANDING = %w[below_floor late_and_stuck missing_pieces still_provable].freeze
    end
  end
end
