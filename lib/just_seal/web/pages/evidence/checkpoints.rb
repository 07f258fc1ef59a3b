# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Evidence
        # Checkpoints over the whole ledger, and whether each is the beginning of the next.
        class Checkpoints < Page
          attr_reader :rows

          # +rows+: newest first; +follows+: {number => proved}; +entries+: in the ledger; +kept+: the newest in the
          # file outside the database, or nil.
          def initialize(context, rows, follows:, entries:, kept:)
            super(context)
            @rows = rows
            @follows = follows
            @entries = entries
            @kept = kept
          end

          def place = :evidence
          def takes? = may?(:take_checkpoint)
          def entries = t(".in_ledger", number: number(@entries))

          def covered
            newest = rows.first
            newest ? t(".by_checkpoint", size: number(newest.size), number: newest.number) : t(".none")
          end

          def outside = @kept ? t(".kept_up_to", number: @kept["number"]) : t(".no_file")
          def empty = t(".empty", minutes: office.settings.checkpoint_minutes)
          def root(row) = "#{grouped(row.root, 24)} …"
          def compared?(row) = @follows.key?(row.number)
          def proof_tone(row) = @follows[row.number] ? "sealed" : "bad strong"
          def proof_words(row) = t(@follows[row.number] ? ".proved" : ".not_proved")
          def proof_path(row) = "#{checkpoints_path}/#{row.number - 1}/until/#{row.number}"
          def body_path(row) = "#{checkpoints_path}/#{row.number}"
        end
      end
    end
  end
end
