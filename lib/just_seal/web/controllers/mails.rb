# frozen_string_literal: true

module JustSeal
  module Web
    # Mails as they would be, beneath the Rules.
    class Mails < Base
      get("") { show(nil) }
      get("/:kind") { show(kind, sent: params["sent"] == "1") }

      post "/:kind" do
        Operations::SendSample.call(actor, kind: kind, language: language)
        redirect "/rules/mails/#{kind}?sent=1&language=#{language}"
      end

      private

      def kind
        Messages::Sample::KINDS.find { |one| one.to_s == params["kind"] } or raise Errors::Missing, :no_such_mail
      end

      # That is asked for, or that this person is spoken to in.
      def language = Words::Languages.spoken(params["language"], I18n.locale.to_s)

      def show(chosen, sent: false)
        allow!(:see_rules)
        samples = Messages::Sample::KINDS.to_h do |one|
          [one, Messages::Sample.of(one, office: office, reader: account, locale: language)]
        end
        letter = chosen && Messages::Sample.letter(chosen, samples.fetch(chosen), office: office)
        page = { chosen: chosen, letter: letter, sent: sent, language: language.to_s }
        show_page Pages::Mails::Show.new(context, samples, **page)
      end
    end
  end
end
