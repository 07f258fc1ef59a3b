# frozen_string_literal: true

module JustSeal
  module Web
    module Components
      # Dockets below one another: dial, number, title, status; and when they were sent, or a button to act on them.
      class DocketTable < Component
        include DocketWords

        attr_reader :rows

        # +rows+: Queries::DocketList::Row; +enter+: does this person have to act on them?
        def initialize(context, rows, enter: false, content: nil)
          super(context, content: content)
          @rows = rows
          @enter = enter
        end

        def enter? = @enter
        def urgent(row) = row.docket.state == "out" ? haste(row.docket) : nil

        # What this person does in the signing room, by the act that it is asked for.
        def enter_words(row)
          mine = row.parties.find { |party| party.account_id == viewer.id }
          t("enter.#{mine ? mine.act : "sign"}")
        end
      end
    end
  end
end
