# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Repositories
        # What lies in a connected repository, and can be taken for signature.
        class Browse < Page
          # +found+: [Ports::CmisClient::Found, ...], after +skip+ others; +more+: are there more?; +folder+: in which
          # they lie, nil for what was searched by +words+.
          Listing = Core::Value.of(:found, :more, :folder, :words, :skip)

          attr_reader :row

          # +row+: Store::Repository; +here+: {series => number of a record}; +wanted+: id of a document that lacks a
          # value.
          def initialize(context, row, listing, here:, wanted: nil, typed: {}, problems: {})
            super(context)
            @row = row
            @listing = listing
            @here = here
            @wanted = wanted
            @typed = typed
            @problems = problems
          end

          def place = :records
          def found = @listing.found
          def folder = @listing.folder
          def words = @listing.words
          def title = row.name
          def refusal = problems["repository"]
          def record(one) = @here[one.series]
          def wanted?(one) = one.id == @wanted
          def open_path(one) = repository_path(row, folder: one.id)

          # Where this list is: {parameter => text}
          def whereabouts
            { folder: folder&.id, find: (words unless words.empty?), skip: (skip if skip.positive?) }.compact
          end

          def more_path = @listing.more ? repository_path(row, **whereabouts, skip: skip + found.size) : nil
          def first_path = skip.positive? ? repository_path(row, **whereabouts.except(:skip)) : nil

          # Above the root there is nothing.
          def above_path
            parent = folder && folder.properties["cmis:parentId"]
            parent && repository_path(row, folder: parent)
          end

          # Particulars that lack something: [[item, value, problem], ...]
          def lacking(one)
            said = Queries::RepositoryValues.of(row, one)
            row.record_class.particulars.filter_map do |item|
              problem = problems["particulars.#{item["name"]}"] or next
              [item, (@typed["values"].is_a?(Hash) && @typed["values"][item["name"]]) || said[item["name"]], problem]
            end
          end

          def held(one) = one.held? ? t(".held", who: one.held_by) : nil

          private

          def skip = @listing.skip
        end
      end
    end
  end
end
