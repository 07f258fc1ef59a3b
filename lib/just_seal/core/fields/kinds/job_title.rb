# frozen_string_literal: true

module JustSeal
  module Core
    module Fields
      module Kinds
        # What is known of the party; it can correct that.
        class JobTitle < Kind
          id :job_title
          size(**LINE)
          filled_by :party
          type :text
        end
      end
    end
  end
end
