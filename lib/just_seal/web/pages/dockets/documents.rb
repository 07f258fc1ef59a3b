# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Dockets
        # Which documents a draft sends, in which order, and which of them are only read.
        class Documents < Page
          attr_reader :docket, :documents, :find, :hits, :problem

          # +find+: words that were looked for, or nil; +hits+: records that have them.
          def initialize(context, docket, documents:, find: nil, hits: [], problem: nil)
            super(context)
            @docket = docket
            @documents = documents
            @find = find
            @hits = hits
            @problem = problem
          end

          def place = :dockets
          def title = docket.title
          def path = docket_step_path(docket, :documents)
          def add_path = "#{path}/add"
          def version_words(document) = t(".version", number: document.version.number, pages: pages(document))
          def roles = [["sign", t(".to_sign")], ["enclosure", t(".enclosed")]]
          def role(document) = document.to_sign? ? "sign" : "enclosure"
          def removable? = documents.size > 1

          private

          def pages(document) = counted("page", document.version.page_count)
        end
      end
    end
  end
end
