# frozen_string_literal: true

module JustSeal
  module Queries
    # Dockets with a deadline before them that concern one member of the staff: on which they are asked to act, and
    # those that they sent one by one.
    module Deadlines
      MAX = 500

      module_function

      # [Store::Docket, ...], the next first.
      def of(account)
        asked = Store::Party.where(account_id: account.id, state: Core::Dockets::States::MAY_ACT).select(:docket_id)
        concerned = Sequel.|({ id: asked }, { owner_id: account.id, circulation_id: nil })
        Store::Docket.where(state: "out").where(concerned).order(:deadline, :id).limit(MAX).all
      end
    end
  end
end
