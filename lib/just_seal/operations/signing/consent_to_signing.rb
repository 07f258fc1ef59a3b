# frozen_string_literal: true

module JustSeal
  module Operations
    # A party agrees to sign electronically; which text it agreed to is recorded by version and hash.
    class ConsentToSigning < Operation
      # +visitor+: Core::Actor of the party; +version+: of the text that was shown. Returns the party.
      def call(visitor, version:)
        transaction do
          docket, party, visit = Room.enter(visitor)
          text = Store::ConsentText.languages(now, docket.class_codes).values.find { |one| one.version == version } or
            raise Errors::Invalid, { "consent" => :consent_changed }
          next party if visit.consent_version

          [visit, party].each { |row| row.update(consent_version: text.version, consented_at: now) }
          record_event(
            docket,
            "party.consented",
            visitor,
            "party" => party.letter,
            "text" => text.version,
            "sha256" => text.sha256
          )
          party
        end
      end
    end
  end
end
