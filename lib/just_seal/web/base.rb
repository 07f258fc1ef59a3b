# frozen_string_literal: true

require "sinatra/base"
require "uri"

module JustSeal
  module Web
    # What all places share: the person, rights, pages for errors.
    class Base < Sinatra::Base
      helpers Format, Forms, Drawings, Wording, FieldWording

      # error class => [status, heading]
      ERRORS = {
        Errors::Forbidden => [403, "This is not yours to do"],
        Errors::Missing => [404, "There is no such thing here"],
        Errors::Conflict => [409, "Somebody or something was faster"],
        Errors::Unavailable => [503, "Something that is needed is away"],
        Errors::Damaged => [500, "The stored document is damaged"],
        Errors::Invalid => [422, "Something is missing or wrong"],
        Core::Refused => [409, "This can't be done now"]
      }.freeze

      # Pages that ask whether something has changed, and those for signing in.
      QUIET = %r{/mark\z|\A/(second-step|account|health|login)}

      set :views, File.join(ROOT, "views")
      set :erb, escape_html: true, trim: "-", extract_fixed_locals: true
      set :sessions, false
      set :static, false
      set :logging, false
      set :show_exceptions, false
      set :raise_errors, false
      set :dump_errors, true
      set :host_authorization, -> { { permitted_hosts: [URI(JustSeal.office.settings.address).host, "127.0.0.1"] } }

      ERRORS.each do |kind, (code, heading)|
        error(kind) { |problem| explain(code, heading, problem.message) }
      end

      error do
        explain(
          500,
          "Something went wrong on our side",
          "What you did was not saved. Go back and try again; if it happens again, tell the administrator the time: " \
          "#{Time.now.utc.iso8601}."
        )
      end
      not_found do
        explain(
          404,
          "There is no such page",
          "The address may be old or mistyped. The top line leads to everything there is."
        )
      end

      # What an auditor from outside reads is on the chain of the inquiry.
      before do
        if request.get? && rodauth&.logged_in? && account&.outside? && !QUIET.match?(request.path)
          Operations::NoteReading.call(
            actor,
            inquiry: account.inquiry,
            path: request.path
          )
        end
      end

      private

      def office = JustSeal.office
      def rodauth = env["rodauth"]
      def account = @account ||= (rodauth.logged_in? ? Store::Account[rodauth.session_value] : nil)
      # The Lending::Loan of this device, nil where it is in its owner's hands.
      def lent = @lent ||= rodauth&.logged_in? ? rodauth.lending.loan : nil

      def actor
        @actor ||= Core::Actor.new(
          kind: "staff",
          id: account.id,
          name: account.name,
          role: account.role,
          unit: account.unit,
          address: request.ip,
          client: client
        )
      end

      # What the browser says of itself, as one line of text: it comes as bytes, and stands in the evidence.
      def client
        request.user_agent.to_s.dup.force_encoding(Encoding::UTF_8).scrub("").gsub(/[[:cntrl:]]/, " ")[0, 200]
      end

      def sight = @sight ||= Queries::Sight.new(account)
      def may?(act) = Core::Rights.may?(account.role, act)

      def allow!(act)
        return if may?(act)

        raise Errors::Forbidden,
          "Your role (#{Core::Rights::ROLES.fetch(account.role).downcase}) does not allow this. Ask a records " \
          "administrator."
      end

      def csrf(path) = rodauth.scope.csrf_tag(path)
      def csrf_token(path) = rodauth.scope.csrf_token(path)

      # Renders +view+ as a page of a place; +place+: the name in the top line that is marked.
      def page(view, title:, place: nil, **locals)
        erb(view, locals: { title: title, place: place, **locals })
      end

      def explain(code, heading, message)
        status code
        return json_problem(message) if request.accept.first.to_s == "application/json"

        erb(:error, locals: { title: heading, place: nil, message: message }, layout: account ? :layout : :"room/frame")
      end

      def json_problem(message) = json("problem" => message)

      def json(values)
        content_type :json
        JSON.generate(values)
      end

      # The JSON body of a request, at most +most+ bytes; raises Errors::Invalid.
      def json_body(most: 1_000_000)
        text = request.body.read(most + 1).to_s
        raise Errors::Invalid, { "body" => "That was too much at once." } if text.bytesize > most

        JSON.parse(text).tap { |body| raise JSON::ParserError unless body.is_a?(Hash) }
      rescue JSON::ParserError
        raise Errors::Invalid, { "body" => "The request can't be read. Load the page again." }
      end

      def text_param(name, most: 5000)
        value = params[name]
        value.is_a?(String) ? value.scrub("")[0, most].gsub("\r\n", "\n") : ""
      end
    end
  end
end
