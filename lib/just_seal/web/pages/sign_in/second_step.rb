# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module SignIn
        # After the password: the app or the passkey that was enrolled.
        class SecondStep < OutsidePage
          SCRIPT_PATHS = %w[key/begin key].freeze

          attr_reader :problem

          # +kinds+: of the authenticators that are bound; +problem+: what was wrong with a try.
          def initialize(context, kinds:, problem: nil)
            super(context)
            @kinds = kinds
            @problem = problem
          end

          def layout = "layouts/room"
          def scripts = %w[pages/prove]
          def problems = problem ? { "code" => problem } : {}
          def passkey? = @kinds.include?("passkey")
          def app? = @kinds.include?("app_code")

          def given
            tokens = SCRIPT_PATHS.to_h { |path| [path, context.token_for("#{second_step_path}/#{path}")] }
            { base: second_step_path, csrf: tokens }
          end
        end
      end
    end
  end
end
