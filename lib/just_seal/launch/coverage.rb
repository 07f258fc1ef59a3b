# frozen_string_literal: true

require "fileutils"

module JustSeal
  module Launch
    # Which lines and branches of the core and of operations the specs run: each part counts for itself, then the sums
    # are printed.
    module Coverage
      VARIABLE = "JUST_SEAL_COVERAGE"
      FOLDER = File.join(ROOT, "var", "coverage")
      GROUPS = %w[core operations].freeze

      module_function

      # Counts from now on, in a process that runs specs; counts go into the folder that VARIABLE names. HexaPDF is
      # loaded before: Ruby 3.1 breaks a block of it where branches are counted.
      def start
        require "simplecov"
        require "hexapdf"
        HexaPDF::Type::AcroForm.const_get(:Form)
        configure
        SimpleCov.coverage_dir(ENV.fetch(VARIABLE))
        SimpleCov.start
      end

      # What a part has to have in its environment.
      def variables(part) = { VARIABLE => File.join(FOLDER, "part-#{part}") }

      def clear = FileUtils.rm_rf(FOLDER)

      # A line for each of GROUPS, of what all parts counted.
      def report
        require "simplecov"
        configure
        counts = Dir[File.join(FOLDER, "part-*", ".resultset.json")]
        groups = SimpleCov::ResultMerger.merge_results(*counts, ignore_timeout: true).groups
        GROUPS.map { |name| line(name, groups.fetch(name).coverage_statistics) }
      end

      def line(name, counted)
        lines, branches = counted.values_at(:line, :branch)
        format("%-12s %5.1f %% of lines, %5.1f %% of branches", name, lines.percent, branches.percent)
      end

      def configure
        SimpleCov.configure do
          root ROOT
          enable_coverage :branch
          formatter SimpleCov::Formatter::SimpleFormatter
          filters.clear
          add_filter { |file| GROUPS.none? { |name| file.filename.include?("/lib/just_seal/#{name}/") } }
          GROUPS.each { |name| add_group(name, "/lib/just_seal/#{name}/") }
        end
      end
    end
  end
end
