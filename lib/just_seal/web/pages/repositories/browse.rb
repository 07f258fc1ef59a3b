# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Repositories
        # What lies in a connected repository, and can be taken for signature.
        class Browse < Page
          attr_reader :row, :found, :folder, :words

          # +row+: Store::Repository; +found+: [Ports::CmisClient::Found, ...]; +folder+: in which they lie, nil for
          # what was searched; +here+: {series => number of a record}; +wanted+: id of a document that lacks a value.
          def initialize(context, row, found:, folder:, here:, words:, wanted: nil, typed: {}, problems: {})
            super(context)
            @row = row
            @found = found
            @folder = folder
            @here = here
            @words = words
            @wanted = wanted
            @typed = typed
            @problems = problems
          end

          def place = :records
          def title = row.name
          def refusal = problems["repository"]
          def record(one) = @here[one.series]
          def wanted?(one) = one.id == @wanted
          def open_path(one) = repository_path(row, folder: one.id)

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
        end
      end
    end
  end
end
