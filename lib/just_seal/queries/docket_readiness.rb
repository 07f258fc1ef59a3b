# frozen_string_literal: true

module JustSeal
  module Queries
    # The readiness of a draft, computed by the core from its rows.
    module DocketReadiness
      module_function

      # [Core::Dockets::Readiness::Point, ...]
      def call(docket, now:, faces: JustSeal.office.faces)
        parties = docket.parties_dataset.all
        letters = parties.to_h { |party| [party.id, party.letter] }
        document = docket.documents_dataset.first
        newest = document.record.versions_dataset.working.first
        draft = Core::Dockets::Readiness::Draft.new(
          title: docket.title, deadline: docket.deadline, page_sizes: document.version.page_sizes.to_a, parties: parties.map do |party|
            seat(party)
          end, newest: (newest.number unless newest.id == document.version_id), reserved_by: document.record.holder&.name, texts: [docket.message, *parties.map(&:note)], known: known(parties), staff: Store::Account.live.select_map(Sequel.function(:lower, Sequel.cast(:email, :text))),
          spots: document.fields_dataset.map { |field| field.spot(letters.fetch(field.party_id)) }
        )
        Core::Dockets::Readiness.points(draft, now: now, unprintable: ->(text) { faces.missing(text, :text) })
      end

      MOST_KNOWN = 5_000

      # Addresses that those of +parties+ could be mistaken for: all of the staff, and of the contacts the ones of the same or of a like domain.
      def known(parties)
        domains = parties.map { |party| party.email.to_s.split("@").last.to_s.downcase }.reject(&:empty?).uniq
        return [] if domains.empty?

        like = domains.map { |domain| Sequel.ilike(:email, "%@#{Store::Contact.dataset.escape_like(domain)}") | Sequel.lit("similarity(split_part(email, '@', 2), ?) > 0.4", domain) }
        contacts = Store::Contact.live.exclude(email: "").where(like.inject { |all, one| all | one }).limit(MOST_KNOWN).select_map(:email)
        contacts + Store::Account.live.select_map(Sequel.cast(:email, :text))
      end

      def seat(party)
        Core::Dockets::Readiness::Party.new(letter: party.letter, name: party.name, email: party.email, act: party.act, kind: party.kind,
          turn: party.turn)
      end
    end
  end
end
