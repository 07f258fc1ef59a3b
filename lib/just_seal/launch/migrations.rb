# frozen_string_literal: true

require "sequel"

module JustSeal
  module Launch
    # Brings a database to the newest form.
    module Migrations
      module_function

      # +url+: as the owner of the tables.
      def run(url)
        Sequel.extension :migration
        Sequel.connect(url) { |db| Sequel::Migrator.run(db, File.join(ROOT, "db", "migrations")) }
      end
    end
  end
end
