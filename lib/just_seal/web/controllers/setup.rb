# frozen_string_literal: true

module JustSeal
  module Web
    # Begins the office, once: closed for good as soon as there is an account.
    class Setup < Base
      include Uploads

      before { raise Errors::Missing, :set_up_before if Operations::SetUpOffice.done? }

      get("") { show({}) }

      post "" do
        form = SetupForm.new(params)
        account = Operations::SetUpOffice.call(
          Core::Actor::SYSTEM.with(**origin, via: "setup"),
          profile: form.profile,
          person: form.person,
          code: form["code"],
          logo: upload(params["logo"])[:bytes].then { |bytes| bytes unless bytes.empty? }
        )
        env["rodauth"].scope.welcome(account)
        redirect "/account"
      rescue Errors::Invalid => e
        status 422
        show(Words.problems(e.problems), form)
      end

      private

      def show(problems, form = SetupForm.new({}))
        show_page Pages::Setup::Show.new(context, form: form, problems: problems), code: response.status
      end
    end
  end
end
