# frozen_string_literal: true

module JustSeal
  module Store
    # Who published a version of the rulebook, and when; never changed.
    class RulebookPublication < Sequel::Model(:rulebook_publications)
      unrestrict_primary_key
      many_to_one :publisher, class: "JustSeal::Store::Account", key: :published_by
    end
  end
end
