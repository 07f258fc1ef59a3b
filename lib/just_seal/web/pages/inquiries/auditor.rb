# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Inquiries
        # The password of an auditor from outside, shown once.
        class Auditor < Page
          attr_reader :inquiry, :auditor, :password

          def initialize(context, inquiry, auditor:, password:)
            super(context)
            @inquiry = inquiry
            @auditor = auditor
            @password = password
          end

          def place = :evidence
          def heading = t(".heading", name: auditor.name)
          def first_sign_in = t(".first_sign_in_html", name: auditor.name)
        end
      end
    end
  end
end
