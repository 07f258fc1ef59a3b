# frozen_string_literal: true

module JustSeal
  module Store
    # Who published a version of a retention schedule, and when; never changed.
    class RetentionPublication < Sequel::Model(:retention_publications)
      unrestrict_primary_key
      many_to_one :publisher, class: "JustSeal::Store::Account", key: :published_by
    end
  end
end
