# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Circulations
        # What somebody has acknowledged, with the version that was in force then.
        class Mine < Page
          attr_reader :found

          # +found+: Queries::Page of Queries::OwnAcknowledgements::Row
          def initialize(context, found)
            super(context)
            @found = found
          end

          def place = :desk
          def now_words(row) = row.newer? ? t(".newer", number: row.newest) : t(".newest")
          def older_path = "#{circulations_path}/mine?#{URI.encode_www_form(after: found.next_key)}"
        end
      end
    end
  end
end
