# frozen_string_literal: true

module JustSeal
  module Queries
    # The readiness of a draft, computed by the core from its rows.
    module DocketReadiness
      MAX_KNOWN = 5_000

      module_function

      # [Core::Dockets::Readiness::Issue, ...]
      def call(docket, now:, faces: JustSeal.office.faces)
        docket = Store::Docket[docket.id] # parties and fields as they are, not as they were when the row was read
        docket.associations[:parties] = docket.parties_dataset.eager(:proofs, :group).all
        unprintable = ->(text) { faces.missing(text, :text) }
        Core::Dockets::Readiness.points(draft(docket, now), now: now, unprintable: unprintable)
      end

      def draft(docket, now)
        parties = docket.parties
        standings = AssuranceStatuses.new(docket, parties, at: now)
        Core::Dockets::Readiness::Draft.new(
          title: docket.title,
          deadline: docket.deadline,
          parties: parties.map { |party| seat(party, standings.of(party)) },
          documents: docket.documents.map { |document| document(document) },
          spots: docket.spots,
          texts: [docket.subject, docket.message, *parties.map(&:note)],
          known: known(parties),
          staff: Store::Account.live.select_map(Sequel.function(:lower, Sequel.cast(:email, :text)))
        )
      end

      def document(document)
        record = document.record
        newest = record.versions_dataset.working.first
        items = record.record_class.definition(record.class_version).fetch("particulars", [])
        Core::Dockets::Readiness::Document.new(
          position: document.position,
          role: document.role,
          title: record.title,
          page_sizes: document.version.page_sizes.to_a,
          reserved_by: record.holder&.name,
          newest: (newest.number unless newest.id == document.version_id),
          particulars: values(items, record.particulars),
          missing: missing(items, record.particulars)
        )
      end

      # {name => [type, kept value or nil]}
      def values(items, particulars) = items.to_h { |item| [item["name"], [item["type"], particulars[item["name"]]]] }

      # Labels of the particulars that are needed and not there.
      def missing(items, particulars)
        items.select { |item| item["required"] && particulars[item["name"]].nil? }.map { |item| item["label"] }
      end

      # Addresses that those of +parties+ could be mistaken for: all of the staff, and of the contacts the ones of the
      # same or of a like domain.
      def known(parties)
        domains = parties.map { |party| party.email.to_s.split("@").last.to_s.downcase }.reject(&:empty?).uniq
        return [] if domains.empty?

        contacts = Store::Contact.live.exclude(email: "").where(domains.map { |domain| like(domain) }.inject(:|))
        contacts.limit(MAX_KNOWN).select_map(:email) + Store::Account.live.select_map(Sequel.cast(:email, :text))
      end

      def like(domain)
        Sequel.ilike(:email, "%@#{Store::Contact.dataset.escape_like(domain)}") |
          Sequel.lit("similarity(split_part(email, '@', 2), ?) > 0.4", domain)
      end

      def seat(party, standing)
        Core::Dockets::Readiness::Party.new(
          letter: party.letter,
          name: party.name,
          email: party.email,
          telephone: party.telephone,
          channels: channels(party),
          text_refused: standing.demand.forbidden.include?("text_link"),
          organisation: party.organisation,
          act: party.act,
          kind: party.kind,
          turn: party.turn,
          members: party.group? ? party.group.people.size : nil,
          floor: standing.demand.floor,
          reachable: party.act == "receive" || party.group? || standing.reachable?
        )
      end

      # By telephone only where a gateway is set up.
      def channels(party) = JustSeal.office.settings.text_url ? party.channels : party.channels - ["text"]
    end
  end
end
