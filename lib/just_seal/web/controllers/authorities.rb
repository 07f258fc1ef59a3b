# frozen_string_literal: true

module JustSeal
  module Web
    # The organisation's keys and the authorities on which its seals rest, beneath the Rules.
    class Authorities < Base
      include Uploads

      get("") { show }
      post("") { show(answers: Operations::TryAuthorities.call(actor)) }

      # A new key, certified by the enrolment service.
      post "/:name/new" do
        keys.rotate(actor, name: name)
        redirect "/rules/authorities"
      end

      # A new key that waits; the request for its certificate is what is saved.
      post "/:name/request" do
        pem = keys.request(actor, name: name)
        content_type "application/pkcs10"
        headers "content-disposition" => %(attachment; filename="#{name}.csr")
        pem
      end

      post "/:name/certificate" do
        keys.install(actor, name: name, pem: upload(params["certificate"])[:bytes])
        redirect "/rules/authorities"
      rescue Errors::Invalid => e
        status 422
        show(problems: Words.problems(e.problems))
      end

      private

      def keys = Operations::KeepKeys.new

      def name
        Ports::SigningKeys::NAMES.key(params["name"]) or raise Errors::Missing, :no_such_key
      end

      def show(answers: [], problems: {})
        allow!(:see_rules)
        page = Pages::Authorities::Show.new(
          context,
          keys: office.keys,
          roots: office.roots,
          answers: answers,
          problems: problems,
          chosen: params["name"]
        )
        show_page page, code: response.status
      end
    end
  end
end
