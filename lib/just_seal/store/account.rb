# frozen_string_literal: true

module JustSeal
  module Store
    # A member of staff who can sign in.
    class Account < Sequel::Model(:accounts)
      dataset_module { where(:live, status_id: 2) }

      # The values of a party that is this person.
      def seat = { kind: "staff", account_id: id, name: name, email: email.to_s, organisation: JustSeal.office.settings.office, job_title: job_title }
    end
  end
end
