# frozen_string_literal: true

module JustSeal
  module Queries
    # The texts that parties agree to.
    module ConsentTexts
      module_function

      # The newest first.
      def all = Store::ConsentText.order(Sequel.desc(:version)).all

      # {language => text} for a docket of classes +codes+.
      def languages(now, codes) = Store::ConsentText.languages(now, codes)
    end
  end
end
