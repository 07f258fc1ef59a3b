# frozen_string_literal: true

module JustSeal
  module Web
    # Signing on where the office's people have their accounts: there, back, and out.
    class SignOn < Base
      # What the signature of a redirect is over (SAML 2.0 Bindings, 3.4.4.1).
      SIGNED = %w[SAMLRequest RelayState SigAlg Signature].freeze

      before { raise Errors::Missing, :no_sign_on unless office.sign_on }

      get "" do
        address, kept = office.sign_on.begin
        session["sign_on"] = kept
        redirect address
      end

      get "/back" do
        kept = session.delete("sign_on") || {}
        vouched = office.sign_on.finish(answer, kept)
        return take_back(vouched) if lent

        member = Operations::SignOn.call(vouched, origin)
        redirect env["rodauth"].scope.signed_on(member, vouched)
      rescue Errors::Invalid, Errors::Forbidden, Errors::Unavailable => e
        refused(e)
      end

      # A provider of SAML has the browser bring its answer from there, without a session of ours: it comes again with
      # one.
      post "/assertion" do
        by_saml!
        redirect "/sign-on/back?answer=#{Operations::KeepAnswer.call(params["SAMLResponse"].to_s)}"
      rescue Errors::Invalid => e
        refused(e)
      end

      # What such a provider has to know of this office.
      get "/metadata" do
        by_saml!
        content_type "application/samlmetadata+xml"
        office.sign_on.description
      end

      # Such a provider has ended a session, or answers that it has ended ours.
      get "/logout" do
        by_saml!
        return redirect("/login") if params["SAMLResponse"]

        raw = request.query_string.split("&").to_h { |pair| pair.split("=", 2) }
        told, address = office.sign_on.ended_by_browser(params.slice(*SIGNED), raw: raw.slice(*SIGNED))
        Operations::EndSignOn.call(told, origin)
        redirect address
      rescue Errors::Invalid => e
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
        raise Errors::Missing, :no_sign_on if by_saml?

        Operations::EndSignOn.call(office.sign_on.ended(text_param("logout_token", most: 10_000)), origin)
        status 200
        ""
      rescue Errors::Invalid => e
        status 400
        json("error" => "invalid_request", "error_description" => Words.problems(e.problems).values.join(" "))
      end

      private

      def by_saml? = office.sign_on.is_a?(Ports::SamlSignOn)
      def by_saml! = by_saml? || raise(Errors::Missing, :no_sign_on)

      # What came back, however it was brought.
      def answer
        return params unless by_saml?

        { "SAMLResponse" => Operations::KeepAnswer.new.take(text_param("answer", most: 100)) }
      end

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
