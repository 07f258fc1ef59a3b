# frozen_string_literal: true

module JustSeal
  module Messages
    # Somebody who is told how a docket ended, and nothing more.
    Onlooker = Struct.new(:name, :email, keyword_init: true) do
      def staff? = false
      def act = "sign"
      def note = ""
    end
  end
end
