# frozen_string_literal: true

require "date"

module JustSeal
  module Web
    # Where somebody is in the lines of a list, and days that come with a form.
    module ListPlace
      def today = office.zone.to_local(office.now).to_date

      # {shown:, after:} of the address, as far as it has them.
      def place = { shown: params["shown"], after: params["after"] }.reject { |_, value| value.to_s.empty? }

      # +text+: year-month-day. nil for what is none.
      def day(text)
        Date.strptime(text, "%Y-%m-%d")
      rescue Date::Error
        nil
      end
    end
  end
end
