# frozen_string_literal: true

module JustSeal
  module Cli
    # `bin/justseal migrate`
    module Migrate
      module_function

      def call(_arguments)
        Launch::Migrations.run(Settings.new.need(:owner_database_url))
        0
      end
    end
  end
end
