# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Contacts
        # One contact, for those who keep them and for those who look.
        class Edit < Page
          KEYS = %w[email organisation role telephone language notes].freeze

          attr_reader :contact, :card, :alike

          # +contact+: Store::Contact, nil for a new one; +card+: {key => text}; +alike+: contacts with the same name.
          def initialize(context, contact, card:, alike: [], problems: {})
            super(context)
            @contact = contact
            @card = card
            @alike = alike
            @problems = problems
          end

          def place = :records
          def title = contact ? contact.name : t(".new")
          def path = contact ? contact_path(contact.id) : contacts_path
          def keeps? = may?(:keep_contacts)
          def since = contact ? t(".since", day: day(contact.created_at, :day_year)) : t(".is_new")
          def edits = contact&.edits.to_i
          def kinds = %w[person organisation].map { |kind| [kind, t(".kinds.#{kind}")] }
          def language_options = [["", t(".any_language")], *spoken_languages]
          def save_words = contact ? t("forms.save") : t(".keep")
          def lines = KEYS.map { |key| [t(".#{key}"), card[key].empty? ? "–" : card[key]] }

          def same_name(other)
            name = [other.name, other.organisation].reject(&:empty?).join(", ")
            t(".same_name_html", name: name, email: other.email)
          end
        end
      end
    end
  end
end
