# frozen_string_literal: true

module JustSeal
  module Messages
    # What a text message says: the words of a mail of that kind, put shortly, and where its link leads. Where there are
    # no short words the telephone is not the way for it.
    class TextMessage
      MAX_CHARACTERS = Core::Dockets::Channels::MAX_TEXT
      # kind => its words: a key of mails.texts, or one for each act (:act) or end (:state).
      WORDS = {
        invitation: :act,
        reminder: :act,
        deadline_changed: nil,
        relieved: nil,
        second_visit: nil,
        sealed: nil,
        copies: nil,
        ended: :state
      }.freeze

      # +kind+: key of WORDS; +mail+: Mail with the same facts; +link+: where it leads, nil for nowhere.
      def initialize(kind, mail, link: nil)
        @kind = kind
        @mail = mail
        @link = link
      end

      # The link stands whole: what is too long of the rest is left out.
      def to_s
        room = MAX_CHARACTERS - (@link ? @link.length + 1 : 0)
        said = words
        said = "#{said[0, room - 1]}…" if said.length > room
        [said, @link].compact.join(" ")
      end

      private

      def words
        own = @kind == :invitation ? @mail.own_text : ""
        own.empty? ? @mail.said_shortly(@kind, WORDS.fetch(@kind)) : own
      end
    end
  end
end
