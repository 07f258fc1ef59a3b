# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module WaysIn
        # Out of which folders and mailboxes files come in, and the form of another.
        class List < Page
          attr_reader :rows

          # +rows+: [Store::WayIn, ...]; +counts+: {id => how much came by it}; +typed+: params of the form.
          def initialize(context, rows, counts:, classes:, case_files:, typed: {}, problems: {})
            super(context)
            @rows = rows
            @counts = counts
            @classes = classes
            @case_files = case_files
            @typed = typed
            @problems = problems
          end

          def place = :rules
          def typed(name) = @typed[name].to_s
          def folders_at = office.settings.ways_in
          def kinds = %w[folder mailbox].map { |kind| [kind, t(".kinds.#{kind}")] }
          def classes = [["", t(".choose")], *@classes.map { |row| [row.code, "#{row.code} #{row.title}"] }]
          def case_files = [["", t(".choose")], *@case_files.map { |row| [row.code, "#{row.code} #{row.title}"] }]
          def kind(row) = t(".kinds.#{row.kind}")
          def count(row) = @counts.fetch(row.id, 0)
          def looked(row) = row.looked_at ? time_tag(row.looked_at, :short) : t(".not_yet")

          # [words, tone]
          def state(row) = row.problem ? [Words.kept(row.problem), "bad"] : [t(".reads"), "sealed"]
        end
      end
    end
  end
end
