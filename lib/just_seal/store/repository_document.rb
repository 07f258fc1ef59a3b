# frozen_string_literal: true

module JustSeal
  module Store
    # A document of another repository that was taken as a record here.
    class RepositoryDocument < Sequel::Model(:repository_documents)
      many_to_one :repository, class: "JustSeal::Store::Repository"
      many_to_one :record, class: "JustSeal::Store::Record"
      many_to_one :taker, class: "JustSeal::Store::Account", key: :taken_by
      # Those that have not gone back yet.
      dataset_module { where(:here, returned_at: nil) }

      def link = repository.link_to(series_id)
    end
  end
end
