# frozen_string_literal: true

module JustSeal
  module Queries
    # Repositories of others, and what was taken from them.
    module Repositories
      module_function

      def all = Store::Repository.live.eager(:account, :record_class, :case_file).order(:name).all
      def find(id) = Store::Repository.live.first(id: id.to_i)

      # {id => number of documents that were taken from it}
      def counts = Store::RepositoryDocument.group_and_count(:repository_id).as_hash(:repository_id, :count)

      # [[id, name], ...] for whoever captures.
      def offered = Store::Repository.live.order(:name).select_map(%i[id name])

      # The Store::RepositoryDocument of +record+, nil for one that was not taken from anywhere.
      def of_record(record) = Store::RepositoryDocument.where(record_id: record.id).eager(:repository, :taker).first

      # {series of a document => number of its record} of those that are here from +repository+.
      def here(repository)
        found = Store::RepositoryDocument.here.where(repository_id: repository.id).join(:records, id: :record_id)
        found.select_hash(:series_id, Sequel[:records][:number])
      end
    end
  end
end
