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
        signers = Ports::SigningKeys::NAMES.keys.to_h { |name| [name, office.keys[name]] }
        show_page Pages::Authorities::Show.new(context, signers: signers, roots: office.roots, answers: answers)
      end
    end
  end
end
