# frozen_string_literal: true

module JustSeal
  module Store
    # What stays of a record that was destroyed; never changed.
    class Stub < Sequel::Model(:stubs)
      unrestrict_primary_key
      many_to_one :disposal, class: "JustSeal::Store::Disposal"

      def told = @told ||= JSON.parse(body)
    end
  end
end
