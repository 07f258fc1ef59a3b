# frozen_string_literal: true

require "sinatra/base"

module JustSeal
  module Web
    # What all places share: the person, rights, pages for errors.
    class Base < Sinatra::Base
      # error class => [status, key of problem.headings]
      ERRORS = {
        Errors::Forbidden => [403, :forbidden],
        Errors::Missing => [404, :missing],
        Errors::Conflict => [409, :conflict],
        Errors::Unavailable => [503, :unavailable],
        Errors::Damaged => [500, :damaged],
        Errors::Invalid => [422, :invalid],
        Core::Refused => [409, :refused]
      }.freeze

      OUT_OF_RANGE = [PG::NumericValueOutOfRange, PG::CharacterNotInRepertoire].freeze
      AWAY = [Sequel::DatabaseConnectionError, Sequel::DatabaseDisconnectError, Sequel::PoolTimeout].freeze

      BEARER = /\ABearer (.+)\z/

      # Pages that ask whether something has changed, and those for signing in.
      QUIET = %r{/mark\z|\A/(second-step|account|health|login|look|help)}

      set :sessions, false
      set :static, false
      set :logging, false
      set :show_exceptions, false
      set :raise_errors, false
      set :dump_errors, true
      # OwnName has looked at them before.
      set :host_authorization, { permitted_hosts: [] }
      set :protection, except: :http_origin

      ERRORS.each do |kind, (code, heading)|
        error(kind) { |problem| explain(code, heading, Words.problem(problem)) }
      end

      # A number that no row can have; and a database that is away.
      error(Sequel::Postgres::IntegerOutsideBigintRange) { explain(404, :missing, I18n.t("problem.no_page")) }
      error(Sequel::DatabaseError) do |problem|
        next explain(404, :missing, I18n.t("problem.no_page")) if OUT_OF_RANGE.include?(problem.wrapped_exception.class)

        explain(500, :failed, failed)
      end
      error(*AWAY) { explain(503, :unavailable, I18n.t("problem.database_away")) }

      error { explain(500, :failed, failed) }
      not_found { explain(404, :no_page, I18n.t("problem.no_page")) }

      before { params.replace(Decimals.untangled(params)) if request.post? }

      # What an auditor from outside has read is on the chain of the inquiry; what was refused was not read.
      after do
        if response.ok? && request.get? && rodauth&.logged_in? && account&.outside? && !QUIET.match?(request.path)
          Operations::NoteReading.call(actor, inquiry: account.inquiry, path: request.path)
        end
      end

      # What went wrong goes to the log with the number of its request, and never to a page. What is said to a person is
      # nothing that went wrong here.
      def dump_errors!(problem)
        return if ERRORS.keys.any? { |kind| problem.is_a?(kind) } && !problem.is_a?(Errors::Damaged)

        told = ["#{env[AccessLog::NUMBER]} #{Core::Problem.cause(problem)}", *problem.backtrace.to_a.first(20)]
        env["rack.errors"].puts(told.join("\n\t"))
      end

      # Errors tell what they were raised in: never the request, with its cookies.
      def inspect = "#<#{self.class}>"

      private

      def office = JustSeal.office
      def failed = I18n.t("problem.failed", time: Time.now.utc.iso8601)
      def rodauth = env["rodauth"]
      def account = rodauth&.member
      # The KioskSession::Loan of this device, nil where it is in its owner's hands.
      def lent = @lent ||= rodauth&.logged_in? ? rodauth.lending.loan : nil

      def actor
        @actor ||= Core::Actor.new(
          kind: "staff",
          id: account.id,
          name: account.name,
          role: account.role,
          unit: account.unit,
          **origin
        )
      end

      # Where this request comes from, as entries tell it.
      def origin = { address: request.ip, client: client, via: ("proxy" if env[ClientAddress::PROXIED]) }

      def client = ClientName.of(request.user_agent)

      # Does this request show +key+ (RFC 6750)? nil is nobody's.
      def bears?(key)
        shown = request.env["HTTP_AUTHORIZATION"].to_s[BEARER, 1]
        key && shown && OpenSSL.secure_compare(key, shown)
      end

      def sight = @sight ||= Queries::VisibleScope.new(account)
      def may?(act) = Core::Rights.may?(account.role, act)

      def allow!(act)
        return if may?(act)

        raise Errors::Forbidden, I18n.t("problem.role", role: I18n.t("roles.#{account.role}").downcase)
      end

      def csrf(path) = rodauth.scope.csrf_tag(path)
      def csrf_token(path) = rodauth.scope.csrf_token(path)

      # Answers with +page+ (Pages::...), in its layout.
      def show_page(page, code: 200)
        status code
        view = View.new(context)
        content = view.render(page.template, page: page)
        view.render(page.layout, page: page, content: content)
      end

      # The same without what stands around pages: a part that a script asks for.
      def show_part(page) = View.new(context).render(page.template, page: page)

      # What pages may know of this request.
      def context
        @context ||= Context.new(
          viewer: account,
          office: office,
          now: office.now,
          token: method(:csrf_token),
          lent: lent,
          path: request.env["SCRIPT_NAME"] + request.path_info
        )
      end

      # Says on a page, or as JSON to a script, what was not done; +heading+: key of problem.headings.
      def explain(code, heading, message)
        status code
        return json_problem(message) if request.accept.first.to_s == "application/json"

        title = I18n.t("problem.headings.#{heading}")
        show_page Pages::Problem::Show.new(context, title: title, message: message), code: code
      end

      def json_problem(message) = json("problem" => Words.problem(message))

      def json(values)
        content_type :json
        JSON.generate(values)
      end

      # The JSON body of a request, at most +most+ bytes; raises Errors::Invalid.
      def json_body(most: 1_000_000)
        text = request.body.read(most + 1).to_s
        raise Errors::Invalid, { "body" => I18n.t("problem.too_much") } if text.bytesize > most

        JSON.parse(text).tap { |body| raise JSON::ParserError unless body.is_a?(Hash) }
      rescue JSON::ParserError
        raise Errors::Invalid, { "body" => I18n.t("problem.unreadable") }
      end

      def text_param(name, most: 5000)
        value = params[name]
        value.is_a?(String) ? value.scrub("")[0, most].gsub("\r\n", "\n") : ""
      end
    end
  end
end
