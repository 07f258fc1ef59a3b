# frozen_string_literal: true

module JustSeal
  module Messages
    # What a mail of a docket tells of, as it is when the mail is posted.
    class Facts
      # +reader+: as for Messages.post; +office+: its name.
      def initialize(docket, reader, office:)
        @docket = docket
        @reader = reader
        @office = office
      end

      # {name => text, list, or nil}; times in ISO 8601.
      def to_h
        of_docket.merge(
          "reader" => reader_kind,
          "name" => @reader.name,
          "act" => account? ? "sign" : @reader.act,
          "note" => account? ? "" : @reader.note.to_s,
          "may_pass_on" => @reader.is_a?(Store::Party) && @reader.may_pass_on,
          "group" => (@reader.party.name if @reader.is_a?(Store::PartyMember))
        ).compact
      end

      private

      def of_docket
        {
          "docket" => @docket.number,
          "title" => @docket.title,
          "office" => @office,
          "sender" => @docket.owner.name,
          "subject" => @docket.subject.to_s,
          "message" => @docket.message.to_s,
          **@docket.options.to_h.slice("haste", "text_words"),
          "deadline" => @docket.deadline&.utc&.iso8601,
          "state" => @docket.state,
          "ended_because" => @docket.ended_because,
          "waiting" => waiting
        }
      end

      def waiting
        @docket.parties.select { |party| Core::Dockets::States::MAY_ACT.include?(party.state) }.map(&:name)
      end

      def account? = @reader.is_a?(Store::Account)

      def reader_kind
        return "onlooker" if @reader.is_a?(Onlooker)

        account? || @reader.staff? ? "staff" : "outside"
      end
    end
  end
end
