# frozen_string_literal: true

require "que"

module JustSeal
  module Jobs
    # Puts the answer pack of an inquiry together; while an authority is away it tries again, and says so on the page.
    class CloseInquiry < Que::Job
      self.maximum_retry_count = 50

      def run(inquiry_id)
        Operations::CloseInquiry.new.call(inquiry_id)
      rescue StandardError => e
        Store::Inquiry.where(id: inquiry_id).update(problem: Core::Problem.kept(e))
        raise
      end
    end
  end
end
