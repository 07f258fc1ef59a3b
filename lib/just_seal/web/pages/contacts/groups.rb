# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Contacts
        # Groups of people who are asked together.
        class Groups < Page
          attr_reader :groups

          def initialize(context, groups)
            super(context)
            @groups = groups
          end

          def place = :records
          def keeps? = may?(:keep_contacts)
          def members(group) = list(group.people.map(&:name))
        end
      end
    end
  end
end
