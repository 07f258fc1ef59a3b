# frozen_string_literal: true

module JustSeal
  module Web
    # The form by which somebody names a deputy: from the browser to values for NameDeputy.
    module DeputyForm
      def self.given(params)
        texts = %w[first_day last_day].to_h { |name| [name.to_sym, params[name].to_s[0, 20]] }
        { deputy_id: params["deputy"].to_s.to_i, **texts }
      end
    end
  end
end
