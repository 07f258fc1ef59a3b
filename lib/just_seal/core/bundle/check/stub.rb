# frozen_string_literal: true

module JustSeal
  module Core
    module Bundle
      class Check
        # Holds the stub of a record that was destroyed against the record's history: the entry that tells of its
        # destruction names the stub by its hash, and the stub names the history up to there.
        class Stub < Record
          FILE = "stub.json"

          private

          def borne_out?
            named?("record.destroyed", "stub") && entries.first["docket"] == told["record"]["number"] && follows?
          end

          # The chain that it names is this one, up to the entry before.
          def follows?
            one = told["chains"].find { |named| named["chain"] == told["record"]["number"] }
            @rows.fetch(one["seq"] - 1).last == one["hash"] && entries[one["seq"]]["kind"] == "record.destroyed"
          end
        end
      end
    end
  end
end
