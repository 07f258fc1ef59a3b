# frozen_string_literal: true

module JustSeal
  module Store
    # A member of staff who can sign in.
    class Account < Sequel::Model(:accounts)
      include WrittenByMail

      many_to_one :inquiry, class: "JustSeal::Store::Inquiry"
      dataset_module do
        # The office's own; auditors from outside belong to their inquiry.
        def live = where(status_id: 2).exclude(role: "outside")
        # The office's own people, wherever they are on their way.
        def staff = exclude(role: "outside").exclude(id: Store.db[:program_accounts].select(:account_id))
        # The same without those who have left.
        def here = staff.exclude(status_id: Core::Offices::AccountState::ENDED)

        # Those of programs, in which nobody signs in.
        def programs
          where(id: Store.db[:program_accounts].select(:account_id), status_id: Core::Offices::AccountState::INVITED)
        end

        def outside = where(role: "outside").order(:id)
      end

      def state = Core::Offices::AccountState.of(status_id)
      def outside? = role == "outside"
      def program? = !db[:program_accounts].where(account_id: id).empty?

      # The values of a party that is this person.
      def seat
        {
          kind: "staff",
          account_id: id,
          name: name,
          email: email.to_s,
          organisation: JustSeal.office.name,
          job_title: job_title
        }
      end
    end
  end
end
