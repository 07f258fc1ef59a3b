# frozen_string_literal: true

module JustSeal
  module Web
    class Records < Base
      # Finds that somebody keeps.
      module Finds
        extend RouteSet

        post "/finds" do
          Operations::SaveFind.call(
            actor,
            title: text_param("title", most: 200),
            query: Queries::RecordFilters.new(params, sight: sight).query
          )
          redirect "/records?#{Queries::RecordFilters.new(params, sight: sight).query}"
        end

        post "/finds/:id/forget" do
          Operations::ForgetFind.call(actor, params["id"].to_i)
          redirect "/records"
        end
      end
    end
  end
end
