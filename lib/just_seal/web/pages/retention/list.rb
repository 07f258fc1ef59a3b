# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Retention
        # How long the records of each class are kept.
        class List < Page
          include RetentionWords

          MAX_INDENT = 4

          attr_reader :tree

          # +tree+: lines of Queries::FilePlan; +rules+: Queries::RetentionRules; +waiting+: ids of classes with a
          # version that nobody has published.
          def initialize(context, tree, rules:, waiting:)
            super(context)
            @tree = tree
            @rules = rules
            @waiting = waiting
          end

          def place = :rules
          def indent(line) = "indent-#{[line.depth, MAX_INDENT].min}"
          def version(line) = @rules.version(line.row.id)
          def waits?(line) = @waiting.include?(line.row.id)
          def without = tree.count { |line| version(line).nil? }

          def kept(line)
            version = version(line) or return t("retention.none")
            schedule_words(version.schedule, line.row.particulars.to_a)
          end

          # Whose schedule it is, where it is that of a class above.
          def from(line)
            version = version(line) or return
            t(".from", code: @rules.record_class(version.record_class_id).code) unless @rules.own?(line.row.id)
          end
        end
      end
    end
  end
end
