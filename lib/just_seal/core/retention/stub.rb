# frozen_string_literal: true

module JustSeal
  module Core
    module Retention
      # What stays of a record that was destroyed, as canonical text: enough to say what there was, since when it is
      # gone, on which basis and by whose decision, and to hold the ledger's chains and any copy of a file against it.
      module Stub
        VERSION = 1

        module_function

        # +record+: {"number", "class" (code), "class_title", "case_file" (code), "captured_at", "title" (left out where
        # its class keeps none)}; +versions+: [{"number", "kind", "sha256", "bytes", "made_at"}, ...] in order;
        # +chains+: [{"chain", "seq", "hash"}, ...], ends of the chains of the record and its dockets before it was
        # destroyed; +decided+: {"disposal", "by": [{"name", "role", "at"}, ...], "schedule": {"class", "version",
        # "due_on", ...}}; +at+: Time. Returns the text.
        def call(record:, versions:, chains:, decided:, at:)
          Ledger::Canonical.dump(
            "v" => VERSION,
            "what" => "stub",
            "record" => record.compact,
            "versions" => versions,
            "chains" => chains,
            "decided" => decided,
            "destroyed_at" => Ledger::Entry.time(at)
          )
        end
      end
    end
  end
end
