# frozen_string_literal: true

module JustSeal
  module Core
    module Filing
      module Types
        # A person or an organisation of the contacts, kept as it was then.
        class Contact < ParticularType
          id :contact
          control :line, autocomplete: "off", data_contact: "line"

          KEPT = %w[id name email organisation].freeze

          def contact? = true

          def read(item, texts, contacts)
            found = contacts.call(texts.first)
            found ? [nil, found.slice(*KEPT)] : problem(:particular_no_contact, item, line: texts.first)
          end
        end
      end
    end
  end
end
