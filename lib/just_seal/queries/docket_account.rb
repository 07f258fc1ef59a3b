# frozen_string_literal: true

module JustSeal
  module Queries
    # The account of a finished docket as plain data: what the seal certificate tells, and what is attached to it as
    # JSON.
    class DocketAccount
      # Facts of proofs that the account tells: {method => names}
      OF_PROOF = {
        "seen" => %w[kind issuer last expires by],
        "civil_id" => %w[name],
        "text_code" => %w[to],
        "passkey" => %w[bound_level bound_at],
        "app_code" => %w[bound_level bound_at],
        "card" => %w[subject issuer serial],
        "account" => %w[factors provider acr amr]
      }.freeze

      def self.call(...) = new(...).call

      # +sealed+: {position => bytes of the sealed document}; +at+: Time of sealing; +checkpoint+: Store::Checkpoint
      # that covers what came before.
      def initialize(docket, office:, sealed:, at:, checkpoint: nil)
        @docket = docket
        @office = office
        @sealed = sealed
        @at = at
        @checkpoint = checkpoint
      end

      def call
        {
          "docket" => @docket.number,
          "title" => @docket.title,
          "office" => @office.name,
          "zone" => @office.profile.zone,
          "sent_by" => @docket.owner.name,
          "sent_at" => both(@docket.sent_at),
          "sealed_at" => both(@at),
          **documents,
          "parties" => @docket.parties.map { |party| account_of(party) },
          "rulebook" => @docket.rulebook,
          "waivers" => waivers,
          "ledger" => ledger,
          "check_address" => "#{@office.settings.address}/check"
        }
      end

      private

      def documents
        to_sign, enclosed = @docket.documents.partition(&:to_sign?)
        {
          "documents" => to_sign.map { |row| document(row) },
          "enclosures" => enclosed.map { |row| enclosure(row) }
        }
      end

      def ledger
        seq, hash = Store::Ledger.head(@docket.number)
        checkpoint = @checkpoint && {
          "number" => @checkpoint.number,
          "size" => @checkpoint.size,
          "root" => @checkpoint.root
        }
        { "entries" => seq, "last_hash" => hash, "checkpoint" => checkpoint }.compact
      end

      def document(row)
        {
          "record" => row.record.number,
          "title" => row.record.title,
          "pages" => row.version.page_count,
          "versions" => versions(row),
          "sha256_sent" => row.sent_sha256,
          "sha256_sealed" => Core::Ledger::Entry.digest(@sealed.fetch(row.position))
        }
      end

      # From what was captured to what was sent, each as it was kept.
      def versions(row)
        rows = row.record.versions_dataset.where(number: ..row.version.number).order(:number)
        rows.map { |version| { "number" => version.number, "kind" => version.kind, "sha256" => version.sha256 } }
      end

      def enclosure(row)
        {
          "record" => row.record.number,
          "title" => row.record.title,
          "pages" => row.version.page_count,
          "sha256" => row.version.sha256
        }
      end

      # Those that were allowed, whether they were needed or not.
      def waivers
        rows = Store::Waiver.where(party_id: @docket.parties.map(&:id), allowed: true).order(:decided_at)
        rows.eager(:party, :asker, :decider).all.map do |row|
          {
            "party" => row.party.letter,
            "demanded" => row.demanded,
            "granted" => row.granted,
            "reason" => row.reason,
            "asked_by" => row.asker.name,
            "allowed_by" => row.decider.name,
            "allowed_at" => both(row.decided_at),
            "until" => both(row.ends_at)
          }
        end
      end

      def files_of(party)
        party.files_brought.map do |file|
          { "file_name" => file.file_name, "size_bytes" => file.size_bytes, "sha256" => file.sha256 }
        end
      end

      def account_of(party)
        account = { **account_in_own_name(party), **paper(party) }
        party.acts_for.empty? ? account : account.merge("for" => party.acts_for)
      end

      def account_in_own_name(party)
        {
          "letter" => party.letter,
          "turn" => party.turn,
          "act" => party.act,
          "name" => party.name,
          "email" => party.email,
          **telephone(party),
          "organisation" => party.organisation,
          **demanded(Core::Assurance::Demand.from(party.demand)),
          "level_reached" => party.level_reached,
          "proofs" => party.proofs_in_force.map { |proof| told(proof) },
          "card" => card(party.card&.to_h),
          "typed" => typed(party),
          "consent" => { "version" => party.consent_version, "at" => both(party.consented_at) },
          "acted_at" => both(party.acted_at),
          "files" => files_of(party)
        }
      end

      # How it signed by pen; what was printed and what came back.
      def paper(party)
        copy = party.paper && Store::PaperCopy.first(party_id: party.id, state: "taken_in") or return {}
        entered = copy.entered.to_h
        facts = {
          "copy" => copy.name,
          "printed_at" => both(copy.created_at),
          "documents" => copy.documents.map { |one| { "document" => one["position"], "sha256" => one["sha256"] } },
          "scan_sha256" => copy.scan_sha256,
          "day" => entered["day"],
          "taken_in_by" => copy.enterer.name,
          "confirmed_by" => copy.confirmer&.name
        }
        { "paper" => facts.compact }
      end

      # Of who has no mail address.
      def telephone(party) = party.channels == ["text"] ? { "telephone" => party.shown_address } : {}

      # The floor, and whether it came from the sender or from rules, by their titles; nil where nothing was demanded.
      def demanded(demand)
        by = demand.raised? ? "sender" : demand.rules.map(&:first)
        known = demand.floor.positive?
        { "level_demanded" => (demand.floor if known), "level_demanded_by" => (by if known) }
      end

      # Whose card, and by which key it signed.
      def card(kept)
        return unless kept

        facts = Core::Trust::CertificateFacts.of(OpenSSL::X509::Certificate.new(kept["certificate"].unpack1("m0")))
        kept.slice("subject", "issuer", "serial").merge(
          "key" => facts.key,
          "algorithm" => facts.signed_by,
          "sha256" => facts.fingerprint
        )
      end

      # [{"field", "value"}, ...] of what a party typed, where the class lets it be told.
      def typed(party)
        return [] unless tells_values?

        DoneBefore.filled(@docket, party).map { |title, value| { "field" => title, "value" => value.to_s } }
      end

      def tells_values? = @docket.to_sign.all? { |row| row.record.record_class.tells_values }

      def told(proof)
        {
          "method" => proof[:method],
          "at" => both(proof.proved_at),
          "address" => proof.address,
          "client" => proof.client,
          "host" => proof.facts.to_h["host"],
          "about" => about(proof)
        }.compact
      end

      # What stands behind a proof, as far as the evidence needs it; nil for nothing.
      def about(proof)
        names = OF_PROOF[proof[:method]]
        proof.facts.to_h.slice(*names) if names
      end

      def both(time)
        time && {
          "utc" => time.utc.strftime("%F %T UTC"),
          "office" => I18n.l(@office.zone.to_local(time), format: :full)
        }
      end
    end
  end
end
