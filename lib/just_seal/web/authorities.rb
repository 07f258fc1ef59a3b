# frozen_string_literal: true

module JustSeal
  module Web
    # The organisation's keys and the authorities on which its seals rest, beneath the Rules.
    class Authorities < Base
      get("") { show([]) }
      post("") { show(Operations::TryAuthorities.call(actor)) }

      private

      def show(answers)
        allow!(:see_rules)
        settings = office.settings
        services = {
          "Time-stamp authority" => [
            settings.time_stamp_url.sub(%r{//[^/@]+@}, "//…@"),
            ("policy #{settings.time_stamp_policy}" if settings.time_stamp_policy)
          ].compact.join(", "),
          "Enrolment of keys" => settings.enrolment_url,
          "OCSP responder" => settings.status_url || "as each certificate names it",
          "Revocation lists" => settings.list_url || "as each certificate names them"
        }
        signers = Ports::SigningKeys::NAMES.keys.to_h { |name| [name, office.keys[name]] }
        page :"rules/authorities",
          title: "Keys and authorities",
          place: "Rules",
          services: services,
          signers: signers,
          roots: office.roots,
          answers: answers,
          token: settings.token_library
      end
    end
  end
end
