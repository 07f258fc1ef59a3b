# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Tokens
        # What programs can ask, for whoever writes one.
        class Description < OutsidePage
          def place = :rules
          def about = ApiDescription.about
          def shapes = ApiDescription.shapes

          # [[name of a group, [ApiDescription::Asked, ...]], ...]
          def groups = ApiDescription.groups.map { |name, all| ["/#{name}", all] }
          def anchor(group) = "on-#{group.delete("/")}"
          def needed(needed) = needed ? t(".needed") : ""
          def inputs(asked) = asked.parameters + asked.fields
        end
      end
    end
  end
end
