# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Contacts
        # The form of a group.
        class GroupEdit < Page
          attr_reader :group, :typed

          # +group+: Store::Group, nil for a new one; +typed+: {"name", "members" => text}.
          def initialize(context, group, typed:, problems: {})
            super(context)
            @group = group
            @typed = typed
            @problems = problems
          end

          def place = :records
          def title = group ? group.name : t(".new")
          def path = group ? contact_group_path(group.id) : contact_groups_path
          def size = group ? counted("member", group.people.size) : t(".is_new")
          def edits = group&.edits.to_i
          def keeps? = may?(:keep_contacts)
          def save_words = group ? t("forms.save") : t(".keep")
        end
      end
    end
  end
end
