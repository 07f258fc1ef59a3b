# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Account
        # One's own account, and by what one signs in.
        class Show < Page
          SCRIPT_PATHS = %w[key/begin key].freeze

          attr_reader :rows, :problem

          # +rows+: Store::Authenticator that are bound; +problem+: what was wrong with a try.
          def initialize(context, rows, problem: nil)
            super(context)
            @rows = rows
            @problem = problem
          end

          def scripts = %w[pages/prove]
          def problems = problem ? { "code" => problem } : {}
          def app? = rows.any? { |row| row.kind == "app_code" }
          def enrols? = viewer.may_enrol_until && viewer.may_enrol_until > now
          def bound(row) = t(".bound", how: Words.bound_by(row.bound_by), level: row.bound_level)
          def app_path = "#{account_path}/app"

          def given
            tokens = SCRIPT_PATHS.to_h { |path| [path, context.token_for("#{account_path}/#{path}")] }
            { base: account_path, csrf: tokens }
          end
        end
      end
    end
  end
end
