# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Contacts
        # The contacts of the office, found by name, address or organisation.
        class List < Page
          TAKEN = /\A(\d+)-(\d+)\z/

          attr_reader :found, :find

          # +taken+: "made-changed" after an import.
          def initialize(context, found, find: "", taken: nil, problems: {})
            super(context)
            @found = found
            @find = find
            @taken = taken.to_s
            @problems = problems
          end

          def place = :records
          def keeps? = may?(:keep_contacts)
          def columns = t(".columns", columns: Core::Contacts::Card::KEYS.join(", "))
          def nothing = t(find.empty? ? ".nothing_kept" : ".nothing_found")
          def more_path = contacts_path(find: (find unless find.empty?), after: found.next_key)
          def organisation(contact) = contact.kind == "organisation" ? t(".is_organisation") : contact.organisation

          def imported
            return unless (made, changed = @taken.match(TAKEN)&.captures)

            t(".imported", made: counted("contact", made.to_i), changed: changed)
          end
        end
      end
    end
  end
end
