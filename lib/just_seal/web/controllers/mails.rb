# frozen_string_literal: true

module JustSeal
  module Web
    # Mails as they would be, beneath the Rules.
    class Mails < Base
      get("") { show(nil) }
      get("/:kind") { show(kind, sent: params["sent"] == "1") }

      post "/:kind" do
        Operations::SendSample.call(actor, kind: kind)
        redirect "/rules/mails/#{kind}?sent=1"
      end

      private

      def kind
        Messages::Sample::KINDS.find { |one| one.to_s == params["kind"] } or raise Errors::Missing, :no_such_mail
      end

      def show(chosen, sent: false)
        allow!(:see_rules)
        samples = Messages::Sample::KINDS.to_h do |one|
          [one, Messages::Sample.of(one, office: office, reader: account)]
        end
        letter = chosen && Messages::Sample.letter(chosen, samples.fetch(chosen), office: office)
        show_page Pages::Mails::Show.new(context, samples, chosen: chosen, letter: letter, sent: sent)
      end
    end
  end
end
