# frozen_string_literal: true

module JustSeal
  module Store
    # That a record came in a package of another office, or came back in one of this; never changed.
    class TakenPackage < Sequel::Model(:taken_packages)
      unrestrict_primary_key
      many_to_one :record, class: "JustSeal::Store::Record"
    end
  end
end
