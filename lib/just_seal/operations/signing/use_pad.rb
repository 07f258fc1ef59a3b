# frozen_string_literal: true

require "securerandom"

module JustSeal
  module Operations
    # Drawing on another device, such as a telephone: a link that serves once, shown as a QR code in the room, opens a
    # place to draw; what was drawn comes into the room.
    class UsePad < Operation
      TOKEN_BYTES = 32
      MAX_OPEN = 20

      # [Store::Pad, token] for +kind+, "signature" or "initials". Earlier ones end.
      def begin(visitor, kind:)
        transaction do
          _docket, party, visit = Room.enter_proved(visitor)
          pads = Store::Pad.where(party_id: party.id)
          raise Errors::Conflict, :asked_too_often if pads.where(Sequel[:asked_at] > now - 3600).count >= MAX_OPEN

          pads.where(ended_at: nil).update(ended_at: now)
          token = SecureRandom.urlsafe_base64(TOKEN_BYTES)
          [
            Store::Pad.create(
              party_id: party.id,
              visit_id: visit.id,
              kind: kind == "initials" ? "initials" : "signature",
              token_sha256: Digest::SHA256.hexdigest(token),
              asked_at: now
            ),
            token
          ]
        end
      end

      # The pad of +token+. Raises Errors::Missing when it has served, or is too old.
      def find(token)
        Store::Pad.open_at(
          token,
          now
        ).first || raise(
          Errors::Missing,
          :pad_served
        )
      end

      # Takes what was drawn; it serves once. +origin+: address, client and via of the request.
      def draw(token, mark:, **origin)
        unless mark.is_a?(Hash) && mark.key?("strokes") && Core::Fields::Mark.valid?(mark)
          raise Errors::Invalid, { "mark" => :drawing_missing }
        end

        transaction do
          pad = Store::Pad.open_at(token, now).for_update.first or find(token)
          visitor = pad.visit.actor(**origin)
          docket, party = Room.enter(visitor)
          pad.update(mark: Sequel.pg_jsonb(mark), ended_at: now)
          record_event(docket, "party.pad_used", visitor, "party" => party.letter, "kind" => pad.kind)
        end
      end

      # What was drawn on pad +id+ of +visitor+, nil as long as nothing was. It is forgotten here once it was taken.
      def take(visitor, id:)
        transaction do
          _docket, _party, visit = Room.enter_proved(visitor)
          pad = Store::Pad.first(visit_id: visit.id, id: id) or raise Errors::Missing, :no_such_pad
          pad.mark&.to_h&.tap { pad.update(mark: nil) }
        end
      end
    end
  end
end
