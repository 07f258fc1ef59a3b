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
        Sequel.connect(url) do |db|
          Sequel::Migrator.run(db, File.join(ROOT, "db", "migrations"))
          fill(db)
        end
      end

      # What the registries list, the tables of them have; nothing is taken out of them. +db+: as the owner.
      def fill(db)
        registries.each { |table, ids| db[table].insert_conflict.multi_insert(ids.map { |id| { id: id } }) }
      end

      def registries
        { field_kinds: Core::Fields::Kinds::ALL.keys, proof_methods: Core::Assurance::Methods::ALL.keys }
      end
    end
  end
end
