# frozen_string_literal: true

module JustSeal
  module Store
    # A member of staff who can sign in.
    class Account < Sequel::Model(:accounts)
      dataset_module { where(:live, status_id: 2) }
    end
  end
end
