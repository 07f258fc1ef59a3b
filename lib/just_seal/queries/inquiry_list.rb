# frozen_string_literal: true

require "json"

module JustSeal
  module Queries
    # Inquiries, a page at a time, the newest first.
    module InquiryList
      SIZE = 40

      module_function

      # +after+: id of the last one of the page before, as text; what is no id counts as none.
      def page(after)
        rows = Store::Inquiry.order(Sequel.desc(:id)).limit(SIZE + 1).eager(:worker)
        rows = rows.where(Sequel[:id] < after.to_i) if after.to_s.match?(/\A\d{1,18}\z/)
        rows = rows.all
        Page.new(rows: rows.first(SIZE), next_key: (rows[SIZE - 1].id if rows.size > SIZE))
      end

      # Auditors from outside who may read within +inquiry+.
      def auditors(inquiry) = Store::Account.outside.where(inquiry_id: inquiry.id).all

      # [parsed entry, ...] of the inquiry's own chain.
      def entries(inquiry) = Store::Ledger.told(inquiry.number)
    end
  end
end
