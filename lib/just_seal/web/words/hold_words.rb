# frozen_string_literal: true

module JustSeal
  module Web
    # What a form offers for a hold to be about. Whoever includes it has +@choices+ and +typed+.
    module HoldWords
      def case_files
        @choices[:case_files].map { |row| [row.code, "#{row.code} #{row.title}", chosen?("case_file", row.code)] }
      end

      def classes
        @choices[:classes].map { |row| [row.code, "#{row.code} #{row.title}", chosen?("class", row.code)] }
      end

      def inquiries
        @choices[:inquiries].map { |row| [row.number, "#{row.number} #{row.asked_by}", chosen?("inquiry", row.number)] }
      end

      def finds = @choices[:finds].map { |row| [row.id, row.title, chosen?("find", row.id)] }

      # What is wrong with any of it.
      def term_problems = problems.slice("terms", *%w[record case_file class person find inquiry]).values

      private

      def chosen?(kind, value) = typed[kind].include?(value)
    end
  end
end
