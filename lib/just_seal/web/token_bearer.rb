# frozen_string_literal: true

require "rack/auth/basic"

module JustSeal
  module Web
    # Who asks by a token instead of a session: as a bearer (RFC 6750), or as the password of basic authentication, as
    # some programs can do nothing else.
    module TokenBearer
      private

      def token
        return @token if defined?(@token)

        @token = shown_token&.then { |shown| Queries::ApiTokens.of(shown, office.now) }
      end

      def shown_token
        request.env["HTTP_AUTHORIZATION"].to_s[Base::BEARER, 1] || basic_password
      end

      def basic_password
        asked = Rack::Auth::Basic::Request.new(request.env)
        asked.credentials.last if asked.provided? && asked.basic?
      rescue ArgumentError
        nil
      end

      def account = token&.account

      def actor
        @actor ||= Core::Actor.new(
          kind: "staff",
          id: account.id,
          name: account.name,
          role: account.role,
          unit: account.unit,
          **origin,
          program: token.name
        )
      end

      # Counts this request, and says in its headers what is left.
      def counted
        Operations::CountRequest.call(token).tap do |left|
          headers Operations::CountRequest::POLICY
          headers "ratelimit" => "\"token\";r=#{[left.rest, 0].max};t=#{left.seconds}"
        end
      end
    end
  end
end
