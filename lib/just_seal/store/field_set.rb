# frozen_string_literal: true

module JustSeal
  module Store
    # A named group of fields; its versions are never changed.
    class FieldSet < Sequel::Model(:field_sets)
      dataset_module { where(:live, retired_at: nil) }

      # As Core::Fields::SetDefinition keeps it.
      def definition(number = version)
        Store.db[:field_set_versions].where(set_id: id, version: number).get(:definition).to_h
      end

      def title = definition["title"]
    end
  end
end
