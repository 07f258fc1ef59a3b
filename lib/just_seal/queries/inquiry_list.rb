# frozen_string_literal: true

require "json"

module JustSeal
  module Queries
    # Inquiries, a page at a time, the newest first.
    module InquiryList
      SIZE = 40

      module_function

      # +after+: id of the last one of the page before, as text.
      def page(after) = Page.by_id(Store::Inquiry.eager(:worker), after: after, size: SIZE)

      # [how many are open, how many of them were due before +today+ (Date)]
      def open_and_overdue(today)
        found = Store::Inquiry.unfinished
        [found.count, found.where(Sequel[:due_on] < today).count]
      end

      # All that are open, and the newest of the others.
      def choices = (Store::Inquiry.unfinished.order(Sequel.desc(:id)).all + page(nil).rows).uniq(&:id)

      # Auditors from outside who may read within +inquiry+.
      def auditors(inquiry) = Store::Account.outside.where(inquiry_id: inquiry.id).all

      # [parsed entry, ...] of the inquiry's own chain.
      def entries(inquiry) = Store::Ledger.told(inquiry.number)
    end
  end
end
