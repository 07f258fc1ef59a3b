# frozen_string_literal: true

module JustSeal
  module Core
    module Dockets
      # How somebody is written to: by mail, by text message, or by both. Who has no mail address is reached by
      # telephone alone.
      module Channels
        # The method of proof of a personal link that came that way.
        LINKS = { "mail" => "link", "text" => "text_link" }.freeze
        # What somebody who wanted text messages as well gets by both; all else goes by mail.
        BOTH_WAYS = %i[invitation reminder].freeze
        # Characters of a text message: three of 160, less what holds them together, that a telephone shows as one (3GPP
        # TS 23.040, 9.2.3.24.1).
        MAX_TEXT = 459
        MAX_OWN_WORDS = 200

        module_function

        # ["mail"], ["text"], both, or [] for somebody whom nothing reaches. +also_text+: are invitations sent by text
        # message beside mail?
        def of(email:, telephone:, also_text: false)
          by_mail = !email.to_s.empty?
          by_text = !telephone.to_s.empty? && (also_text || !by_mail)
          [("mail" if by_mail), ("text" if by_text)].compact
        end

        # Those of +channels+ by which a message of +kind+ goes.
        def for_kind(channels, kind) = BOTH_WAYS.include?(kind) ? channels : channels.first(1)

        # What tells people apart who are written to: the mail address, or else the telephone number, as its digits.
        def key(email, telephone)
          address = Address.normal(email.to_s)
          address.empty? ? telephone.to_s.gsub(/[^0-9+]/, "") : address
        end
      end
    end
  end
end
