# frozen_string_literal: true

module JustSeal
  module Web
    # Choosing a password by a link that was sent: after an invitation, or because the old one was forgotten. Opening
    # the page uses nothing up: programs that look at mails open links as well.
    class Welcome < Base
      get("/:token") { show({}) }

      post "/:token" do
        account = passwords.call(
          params["token"],
          origin,
          password: params["password"].to_s,
          again: params["again"].to_s
        )
        session["signed_up"] = account.email.to_s
        redirect "/login"
      rescue Errors::Invalid => e
        status 422
        show(Words.problems(e.problems))
      end

      private

      def passwords = Operations::ChoosePassword.new

      def show(problems)
        link = passwords.link(params["token"])
        page = Pages::Welcome::Show.new(context, link, token: params["token"], problems: problems)
        show_page page, code: response.status
      end
    end
  end
end
