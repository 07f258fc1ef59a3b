# frozen_string_literal: true

module JustSeal
  module Store
    # A question from outside or inside, with what is asked about. Everything done in it is on a ledger chain under its
    # number.
    class Inquiry < Sequel::Model(:inquiries)
      many_to_one :worker, class: "JustSeal::Store::Account"
      many_to_one :opener, class: "JustSeal::Store::Account", key: :opened_by
      one_to_many :answers, class: "JustSeal::Store::Answer", order: :position
      dataset_module { where(:unfinished, closed_at: nil) }

      def open? = closed_at.nil?

      # As Queries::InquiryScope takes it.
      def asked = { "from" => from_day.iso8601, "until" => until_day.iso8601 }.merge(scope.to_h)
    end
  end
end
