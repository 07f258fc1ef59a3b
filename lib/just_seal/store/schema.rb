# frozen_string_literal: true

module JustSeal
  module Store
    # The form of the database, by the number of its newest migration: programs work on their own form, and on no other.
    module Schema
      FOLDER = File.join(ROOT, "db", "migrations")
      WANTED = Dir.children(FOLDER).map { |name| name[/\A\d+/].to_i }.max

      module_function

      # That of the database, nil where there is none.
      def version
        Store.db[:schema_info].get(:version)
      rescue Sequel::DatabaseError
        nil
      end

      def fits?(version = self.version) = version == WANTED
    end
  end
end
