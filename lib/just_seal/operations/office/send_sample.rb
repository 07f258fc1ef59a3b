# frozen_string_literal: true

module JustSeal
  module Operations
    # Sends a mail as others would get it to whoever asks, by the mail server that is set. Nothing else comes of it.
    class SendSample < Operation
      # +kind+: one of Messages::Sample::KINDS; +language+: code of one that there are words in. Raises
      # Errors::Unavailable.
      def call(actor, kind:, language:)
        allow!(actor, :keep_office)
        raise Errors::Missing, :no_such_mail unless Messages::Sample::KINDS.include?(kind)

        reader = Store::Account[actor.id]
        mail = Messages::Sample.of(kind, office: office, reader: reader, locale: language)
        logo = Messages.logo(office)
        letter = Messages::Sample.letter(kind, mail, office: office, logo: !logo.nil?)
        office.mail.deliver(
          from: [office.profile.sender, office.name],
          to: [reader.email.to_s, reader.name],
          subject: mail.subject,
          text: letter.text,
          html: letter.html,
          at: now,
          logo: logo
        )
      end
    end
  end
end
