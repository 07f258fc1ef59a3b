# frozen_string_literal: true

module JustSeal
  module Operations
    # The inquiry that somebody works on, locked until the transaction ends. What is done in it is on the chain under
    # its number.
    class InquiryLock < Operation
      # Raises Errors::Missing, or Errors::Conflict when it was closed.
      def call(actor, number)
        allow!(actor, :inquire)
        inquiry = Store::Inquiry.where(number: number).for_update.first
        raise Errors::Missing.new(:no_inquiry, number: number) unless inquiry
        raise Errors::Conflict.new(:inquiry_closed, number: number) unless inquiry.open?

        inquiry
      end
    end
  end
end
