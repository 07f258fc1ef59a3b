# frozen_string_literal: true

require "roda"
require "rodauth"

module JustSeal
  module Web
    # Staff accounts: signing in and out, session ends; and the CSRF check for every request that changes
    # something.
    class Auth < Roda
      include SigningOn

      # What can be reached without an account.
      OPEN = %r{
        \A/(
          (login|setup|forgotten|check|health|ready|metrics|sign-on|help|cmis)\z|
          (sign-on|scim|api|cmis|welcome|room|visit|pad|copies|look|help)/
        )
      }x
      # What can be reached before the office was set up.
      BEFORE_SET_UP = %r{\A/(setup|health|ready|help)(/|\z)}
      # What can be reached while the second step of signing in is still to be done.
      BEFORE_SECOND = %r{\A/((second-step|help)(/|\z)|logout\z|room/|visit/|pad/|copies/|look/|check\z|health\z)}
      # What can be reached before a password that was given for once is replaced.
      NEW_PASSWORD = %r{\A/((account/password|logout|health)\z|help(/|\z))}
      # What can be reached while a role that needs a second factor has none yet.
      BEFORE_ENROLLED = %r{\A/((account|help)(/|\z)|logout\z|room/|visit/|pad/|copies/|look/|check\z|health\z)}
      # What an auditor from outside reaches beside the inquiry: to sign in and out and to enrol; and to read dockets
      # and records, as far as they are in scope.
      OUTSIDE_OPEN = %r{\A/((second-step|account|help)(/|\z)|look/|(login|logout|check|health)\z)}
      OUTSIDE_READS = %r{\A/(dockets/[^/]+(/(mark|entries/\d+/proof|bundle))?|records/[^/]+(/versions/\d+(/file)?)?)\z}
      # By which the owner of a device that was lent takes it back.
      TAKE_BACK = %w[/give-back /give-back/sign-on /sign-on/back].freeze
      INACTIVE_SECONDS = 2 * 3600
      LONGEST_SECONDS = 12 * 3600

      # Wired once, when the settings are known.
      def self.configure(settings)
        return if @configured

        @configured = true
        plugin :middleware
        plugin :flash
        plugin(:route_csrf, check_header: true) { |r| stale(r) }
        accounts(settings)
        hooks
        elsewhere
        limits
        places
        wording
        route { |r| admit(r) }
      end

      # Rodauth takes what it is told in several goes.
      def self.accounts(settings)
        plugin :rodauth, csrf: :route_csrf, flash: true do
          db Store.db
          enable :login, :logout, :argon2, :active_sessions, :session_expiration
          domain URI(settings.address).host
          hmac_secret settings.need(:session_secret)
          require_bcrypt? false
          use_database_authentication_functions? false
          skip_status_checks? false
          account_status_column :status_id
          already_logged_in { redirect login_redirect }
          auth_class_eval { prepend SessionCheck }
        end
      end

      # What happens beside, while somebody signs in.
      def self.hooks
        plugin :rodauth do
          before_login_route { scope.slow_down(param(login_param)) if request.post? }
          after_no_matching_login { scope.refused(nil, param(login_param), param(password_param)) }
          after_login_failure { scope.refused(Queries::Lookup.account(account_id), param(login_param)) }
          after_login { scope.came_in(Queries::Lookup.account(account_id)) }
        end
      end

      # Where the office's people sign on elsewhere.
      def self.elsewhere
        plugin :rodauth do
          before_login { scope.refuse_password(Queries::Lookup.account(account_id)) }
          before_logout_route { scope.remember_sign_on if request.post? }
          logout_redirect { scope.way_out }
        end
      end

      def self.limits
        plugin :rodauth do
          session_inactivity_timeout INACTIVE_SECONDS
          max_session_lifetime LONGEST_SECONDS
          session_inactivity_deadline INACTIVE_SECONDS
          session_lifetime_deadline LONGEST_SECONDS
        end
      end

      def self.places
        plugin :rodauth do
          login_redirect "/"
          require_login_redirect "/login"
          active_sessions_redirect "/login"
          login_return_to_requested_location? true
        end
      end

      # What the library would say by itself is said by our pages.
      def self.wording
        plugin :rodauth do
          login_error_flash nil
          login_notice_flash nil
          logout_notice_flash nil
          require_login_error_flash nil
          session_expiration_error_flash { I18n.t("sign_in.login.expired") }
          active_sessions_error_flash { I18n.t("sign_in.login.signed_out") }
          login_view do
            scope.sign_in(field_error(login_param) || field_error(password_param), param_or_nil(login_param))
          end
        end
      end
      private_class_method :accounts, :hooks, :elsewhere, :limits, :places, :wording

      # The page for signing in; +refused+: was it tried in vain?
      def sign_in(refused, login)
        chosen = session.delete("signed_up")
        message = chosen ? I18n.t("sign_in.login.chosen") : flash["error"]
        show(Pages::SignIn::Login, refused: !refused.nil?, login: login || chosen, message: message)
      end

      # A page of class +page+, as text.
      def show(page, **facts)
        office = JustSeal.office
        context = Context.new(office: office, now: office.now, token: method(:csrf_token), path: request.path)
        made = page.new(context, **facts)
        view = View.new(context)
        view.render(made.layout, page: made, content: view.render(made.template, page: made))
      end

      # Whoever tried wrong passwords waits, without that any is looked at.
      def slow_down(login)
        seconds = Operations::SignIns.new.wait(login, request.ip)
        return unless seconds.positive?

        response.status = 429
        response["retry-after"] = seconds.to_s
        request.halt(response.finish_with_body([show(Pages::SignIn::Slowed, seconds: seconds)]))
      end

      # +account+: nil where there is none of that name; then its password takes as long to be wrong.
      def refused(account, login, password = nil)
        Passwords.waste(password) if account.nil?
        Operations::SignIns.new.failed(account && actor_of(account), login, request.ip)
      end

      # The password was right: what is still wanted depends on what the account has enrolled, and has to.
      def came_in(account)
        session["second_step"] = SignInSteps.after_password(account)
        session["new_password"] = true if account.password_for_once
        Operations::ChangePassword.use_up(account)
        rodauth.note_origin(request.ip, client)
        return unless [nil, "enrol"].include?(session["second_step"])

        Operations::SignIns.new.done(actor_of(account), account.email.to_s, factors: 1)
      end

      # Signs in whoever has just set the office up.
      def welcome(account)
        rodauth.account_from_login(account.email.to_s)
        rodauth.login_session("setup")
        came_in(account)
      end

      private

      def client = ClientName.of(request.user_agent)

      def actor_of(account)
        Core::Actor.new(
          kind: "staff",
          id: account.id,
          name: account.name,
          role: account.role,
          address: request.ip,
          client: client,
          via: ("proxy" if env[ClientAddress::PROXIED])
        )
      end

      # A form without a valid token: most often a page that was left open over a sign-out.
      def stale(r)
        response.status = 403
        return show(Pages::SignIn::Stale) unless r.env["HTTP_ACCEPT"].to_s.start_with?("application/json")

        r.halt(response.finish_with_body([JSON.generate("problem" => I18n.t("sign_in.stale.lead"))]))
      end

      def admit(r)
        know_the_office(r)
        check_csrf! unless FromOutside::PATHS.match?(r.path)
        env["rodauth"] = rodauth
        rodauth.check_session_expiration
        rodauth.check_active_session
        lend(r)
        r.rodauth
        rodauth.require_authentication unless OPEN.match?(r.path)
        speak
        lead_on(r)
        narrow(r)
      end

      # Nothing is served on a database of another form, and nothing but its beginning before an office was set up.
      def know_the_office(r)
        r.redirect("/setup") unless JustSeal.office.refresh || BEFORE_SET_UP.match?(r.path)
      rescue Errors::Outdated => e
        response.status = 503
        response["content-type"] = "text/plain; charset=utf-8"
        response["retry-after"] = "30"
        r.halt(response.finish_with_body(["#{Words.problem(e)}\n"]))
      rescue *Base::AWAY
        nil # whoever needs the database says so
      end

      # With a member of the staff, in the language that they have chosen, or else in that of the office.
      def speak
        member = rodauth.member or return
        I18n.locale = Words::Languages.spoken(member.language, JustSeal.office.language)
      end

      # To what is still wanted of this session before anything else opens.
      def lead_on(r)
        wanted = session["second_step"]
        r.redirect("/second-step") if wanted == "wanted" && !BEFORE_SECOND.match?(r.path)
        r.redirect("/account/password") if session["new_password"] && !NEW_PASSWORD.match?(r.path)
        r.redirect("/account") if wanted == "enrol" && !BEFORE_ENROLLED.match?(r.path)
      end

      # An auditor from outside: until the account ends, with two factors, and nowhere but where its inquiry leads.
      def narrow(r)
        account = rodauth.member
        return unless account&.outside? && !OUTSIDE_OPEN.match?(r.path)

        if account.ends_at <= JustSeal.office.now
          rodauth.logout
          r.redirect("/login")
        end
        r.redirect("/account") if session["second_step"] != "done"

        home = "/evidence/inquiries/#{account.inquiry.number}"
        return if r.path.start_with?("#{home}/") || r.path == home || (r.get? && OUTSIDE_READS.match?(r.path))

        r.redirect(home)
      end

      # A device that is in the hands of a party opens the room of that party alone, until its owner takes it back by
      # the password.
      def lend(r)
        lent = rodauth.logged_in? && rodauth.lending.handle or return
        own = "/visit/#{lent}"
        return if [own, *TAKE_BACK].include?(r.path) || r.path.start_with?("#{own}/", "/visit/back/")

        r.redirect("/give-back")
      end
    end
  end
end
