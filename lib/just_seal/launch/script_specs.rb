# frozen_string_literal: true

module JustSeal
  module Launch
    # The specs of what scripts compute, under spec/js: run where Node is, which the product itself never needs.
    module ScriptSpecs
      FILES = File.join(ROOT, "spec", "js", "*.test.mjs")

      module_function

      # Returns the exit code; 0, and a line that says so, where there is no Node.
      def run
        unless system("node", "--version", out: File::NULL, err: File::NULL)
          puts I18n.t("launch.no_node")
          return 0
        end
        system("node", "--test", *Dir[FILES], out: File::NULL) ? passed : failed
      end

      def passed
        puts I18n.t("launch.scripts_pass")
        0
      end

      def failed
        system("node", "--test", *Dir[FILES])
        1
      end
    end
  end
end
