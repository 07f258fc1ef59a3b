# frozen_string_literal: true

module JustSeal
  module Web
    # Says that this process runs and reaches its database.
    class Health < Base
      get "" do
        content_type :text
        next "fine\n" if Queries::Database.answers?

        halt 503, "#{I18n.t("problem.health.database")}\n"
      end
    end
  end
end
