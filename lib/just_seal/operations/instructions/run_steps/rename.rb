# frozen_string_literal: true

module JustSeal
  module Operations
    module RunSteps
      # Gives the record another title.
      class Rename < Step
        def inside
          title = filled(step["title"])
          correct(title: title)
          done("title" => title)
        end
      end
    end
  end
end
