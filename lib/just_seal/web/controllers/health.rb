# frozen_string_literal: true

module JustSeal
  module Web
    # Says that this process runs and reaches its database.
    class Health < Base
      get "" do
        content_type :text
        Queries::Database.answers? ? "fine\n" : halt(503)
      end
    end
  end
end
