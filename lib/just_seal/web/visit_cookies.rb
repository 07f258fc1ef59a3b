# frozen_string_literal: true

module JustSeal
  module Web
    # The secrets by which a browser is known in the signing room: one for each visit that began in it, in a cookie that
    # no script can read. Whoever includes it is a controller.
    module VisitCookies
      NAME = /\Avisit_([A-Za-z0-9_-]{22})\z/

      private

      # {handle => secret}
      def visit_secrets
        request.cookies.filter_map { |name, secret| [Regexp.last_match(1), secret] if NAME =~ name }.to_h
      end

      def keep_visit(visit, secret)
        response.set_cookie(
          "visit_#{visit.handle}",
          value: secret,
          path: "/",
          httponly: true,
          same_site: :lax,
          secure: office.settings.https?,
          max_age: Store::Visit::LASTS_SECONDS
        )
      end

      # Is the visit one of this browser?
      def known_here?(visit) = visit.opened_by?(visit_secrets[visit.handle])
    end
  end
end
