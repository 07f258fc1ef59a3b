# frozen_string_literal: true

module JustSeal
  module Web
    # Signing on where the office's people have their accounts: there, back, and out.
    class SignOn < Base
      before { raise Errors::Missing, :no_sign_on unless office.sign_on }

      get "" do
        address, kept = office.sign_on.begin
        session["sign_on"] = kept
        redirect address
      end

      get "/back" do
        kept = session.delete("sign_on") || {}
        vouched = office.sign_on.finish(params, kept)
        return take_back(vouched) if lent

        member = Operations::SignOn.call(vouched, origin)
        redirect env["rodauth"].scope.signed_on(member, vouched)
      rescue Errors::Invalid, Errors::Forbidden, Errors::Unavailable => e
        refused(e)
      end

      # The way out: this session has ended, the one at the provider ends next.
      get "/out" do
        address = session.delete("leaving") or return redirect("/login")
        headers "refresh" => "0; url=#{address}"
        show_page Pages::SignIn::Out.new(context, address)
      end

      # The provider says that somebody has signed out there (OpenID Connect Back-Channel Logout 1.0, 2.5).
      post "/ended" do
        Operations::EndSignOn.call(office.sign_on.ended(text_param("logout_token", most: 10_000)), origin)
        status 200
        ""
      rescue Errors::Invalid => e
        status 400
        json("error" => "invalid_request", "error_description" => Words.problems(e.problems).values.join(" "))
      end

      private

      # The owner of a device that was lent has shown once more who they are.
      def take_back(vouched)
        raise Errors::Forbidden.new(:sign_on_of_another, email: vouched.email) unless
          Queries::Lookup.signed_on?(account.id, vouched)

        docket = Operations::OpenInPerson.new.give_back(actor, handle: lent.handle)
        rodauth.lending.take_back
        redirect(docket ? "/dockets/#{docket.number}" : "/")
      end

      def refused(problem)
        told = told(problem)
        code = problem.is_a?(Errors::Unavailable) ? 503 : 403
        page = lent ? Pages::Room::GiveBack.new(context, lent, problem: told) : login(told)
        show_page page, code: code
      end

      def told(problem)
        return Words.problem(problem) unless problem.is_a?(Errors::Invalid)

        Words.problems(problem.problems).values.join(" ")
      end

      def login(message) = Pages::SignIn::Login.new(context, trouble: message)
    end
  end
end
