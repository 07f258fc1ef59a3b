# frozen_string_literal: true

require "hexapdf"
require "json"
require "stringio"

module JustSeal
  module Core
    module Pdf
      # The seal certificate: the readable account of a finished docket, on one page for up to four parties where
      # names are short, with the same facts attached as JSON. It is unsigned as it comes from here; sealing is the
      # caller's next step.
      class Certificate
        # Proofs of a party that are shown, the newest.
        MAX_PROOFS = 3
        # More parties than these are one arc of the dial for each turn.
        MOST_ARCS = 40
        MAX_CLIENT = 90

        # +account+: Hash as docket.json holds it (see Queries::DocketAccount); +faces+: FontSet; +words+: answers a key
        # and facts with what is said; +scans+: {name => PDF of what was signed on paper}, which go along. Returns
        # bytes.
        def self.call(account, faces:, words:, scans: {}) = new(account, faces, words, scans).bytes

        def initialize(account, faces, words, scans = {})
          @scans = scans
          @account = account
          @words = words
          @doc = Archival.fresh
          @sheet = Sheet.new(@doc, faces)
        end

        def bytes
          @doc.metadata.title(say(:title_of, docket: @account["docket"]))
          margin
          body
          attach
          Archival.written(@doc, optimize: false)
        end

        private

        def say(key, **facts) = @words.call(key, **facts)

        def margin
          dial(36 + 45, 745, 45)
          top = facts.inject(680) do |height, (name, value)|
            label(say(name), value.to_s, height, role: name == :docket ? :mono : :text)
          end
          top = label(say(:last_hash), grouped(@account.dig("ledger", "last_hash")), top)
          point = @account.dig("ledger", "checkpoint")
          label(say(:checkpoint, **named(point, "number", "size")), grouped(point["root"]), top) if point
          code(36, 60, 96)
        end

        # Returns where the next one begins.
        def label(name, value, top, role: :mono) = @sheet.label(name, value, top, role: role) - 6

        def facts
          rulebook = @account["rulebook"]
          waivers = @account["waivers"].size
          {
            docket: @account["docket"],
            sent: @account.dig("sent_at", "office"),
            sealed: @account.dig("sealed_at", "office"),
            sent_by: @account["sent_by"],
            office: @account["office"],
            zone: @account["zone"],
            rulebook: rulebook ? say(:rulebook_version, version: rulebook) : say(:no_rulebook),
            waivers: waivers.zero? ? say(:none) : waivers,
            ledger: say(:entries, count: @account.dig("ledger", "entries"))
          }
        end

        # Facts of +hash+ by their names.
        def named(hash, *names) = hash.slice(*names).transform_keys(&:to_sym)

        # ISO 32000-2, 8.5: angles counter-clockwise from the right; ours run clockwise from the top.
        def dial(x, y, radius)
          parties = @account["parties"].map { |party| [party["turn"], "done", party["letter"]] }
          @sheet.canvas.fill_color(*Sheet::VERDIGRIS)
          Drawing::Dial.arcs(parties, most: MOST_ARCS).each do |arc|
            @sheet.canvas.draw(
              :solid_arc,
              cx: x,
              cy: y,
              inner_a: radius * 0.72,
              inner_b: radius * 0.72,
              outer_a: radius,
              outer_b: radius,
              start_angle: 90 - arc.to,
              end_angle: 90 - arc.from
            ).fill
          end
          word = say(:dial)
          @sheet.place(word, x - (@sheet.width_of(word, :title, 15) / 2), y - 4, [:title, 15], Sheet::INK)
        end

        # A QR code, +size+ points wide, leading to the check page.
        def code(x, y, size)
          Qr.draw(@sheet.canvas, @account.fetch("check_address"), x, y, size)
          @sheet.place(say(:check_a_copy), x, y - 12, [:text, 7.5], Sheet::FADED)
        end

        def body
          @sheet.write(say(:title), role: :title, size: 22, leading: 1.2)
          @sheet.write(@account["title"], size: 11, colour: Sheet::FADED)
          heading(:what_was_sealed)
          @account["documents"].each { |document| document(document) }
          enclosures
          heading(:who_acted)
          @account["parties"].each { |party| party(party) }
          waivers
          heading(:how_to_check)
          say(:steps).each { |line| @sheet.write(line, size: 8) }
        end

        def heading(name)
          @sheet.room_for(70)
          @sheet.y -= 10
          @sheet.write(say(name), role: :title, size: 13)
          @sheet.rule
        end

        def document(document)
          paper(document)
          @sheet.y -= 2
          document["versions"].each { |version| hash(version_words(version), version["sha256"]) }
          %w[sha256_sent sha256_sealed].each { |key| hash(say(key.to_sym), document[key]) }
        end

        # What was captured is version 1, whatever was made of it since.
        def version_words(version)
          return say(:sha256_captured) if version["number"] == 1

          say(:sha256_version, number: version["number"], kind: say(:"kinds.#{version["kind"]}"))
        end

        def hash(words, value)
          @sheet.write(words, size: 7.5, colour: Sheet::FADED)
          @sheet.write(grouped(value), role: :mono, size: 7.5, leading: 1.25)
          @sheet.y -= 3
        end

        # Title, record and pages of a document or an enclosure.
        def paper(paper)
          @sheet.write(say(:pages, count: paper["pages"], **named(paper, "title", "record")), role: :bold, size: 9.5)
        end

        def waivers
          return if @account["waivers"].empty?

          heading(:waivers)
          @account["waivers"].each do |waiver|
            @sheet.room_for(60)
            facts = named(waiver, "party", "granted", "demanded", "asked_by", "allowed_by")
            @sheet.write(say(:waiver, at: waiver.dig("allowed_at", "utc"), **facts), role: :bold, size: 9)
            @sheet.write(waiver["reason"], size: 8.5)
            @sheet.y -= 4
          end
        end

        def enclosures
          return if @account["enclosures"].to_a.empty?

          heading(:enclosed)
          @account["enclosures"].each do |enclosure|
            paper(enclosure)
            @sheet.write(say(:sha256, hash: grouped(enclosure["sha256"])), role: :mono, size: 7.5, leading: 1.25)
            @sheet.y -= 3
          end
        end

        def party(party)
          @sheet.room_for(92)
          name = [party["name"], party["organisation"]].reject(&:empty?).join(", ")
          @sheet.write("#{party["letter"]}  #{name}", role: :bold, size: 9.5)
          @sheet.write(say(:acts_for, name: party["for"]), size: 8.5) if party["for"]
          lines(party).each { |line| @sheet.write(line, size: 8.5) }
          given(party)
          party["proofs"].last(MAX_PROOFS).each { |one| @sheet.write(proved(one), size: 7.5, colour: Sheet::FADED) }
          @sheet.y -= 8
        end

        # What a party typed, and the files that it brought.
        def given(party)
          party["typed"].to_a.each { |one| @sheet.write(say(:typed, **named(one, "field", "value")), size: 8.5) }
          party["files"].to_a.each { |file| @sheet.write(brought(file), size: 7.5) }
        end

        def lines(party)
          return [say(:receives, email: party["telephone"] || party["email"])] if party["act"] == "receive"
          return by_pen(PenLines.new(party, @words), party) if party["paper"]

          [
            acted(party),
            levels(party),
            agreed(party.fetch("consent")),
            *(card(party["card"]) if party["card"])
          ].compact
        end

        def by_pen(pen, party) = [pen.first, levels(party), *pen.last]

        # What was reached and demanded; accounts of dockets from before don't tell by whom.
        def levels(party)
          facts = { reached: party["level_reached"], demanded: party["level_demanded"] || say(:none) }
          by = party["level_demanded_by"]
          return say(:level, **facts) if by.nil? || by.empty?

          told = by == "sender" ? say(:by_sender) : by.map { |title| say(:by_rule, title: title) }.join(", ")
          say(:level_by, **facts, by: told)
        end

        def card(card)
          [
            say(:card, **named(card, "subject", "issuer", "serial")),
            say(:card_key, hash: grouped(card["sha256"]), **named(card, "key", "algorithm"))
          ]
        end

        def acted(party)
          at = party.fetch("acted_at")
          to = party["telephone"] || party["email"]
          say(:"acted.#{party["act"]}", at: at["office"], utc: at["utc"], email: to, **named(party, "turn"))
        end

        def agreed(consent) = say(:agreed, at: consent.dig("at", "utc"), version: consent["version"])

        def brought(file)
          say(:brought, file: file["file_name"], bytes: file["size_bytes"], hash: grouped(file["sha256"]))
        end

        def proved(proof)
          facts = { at: proof.dig("at", "utc"), address: proof["address"], client: proof["client"][0, MAX_CLIENT] }
          words = { method: method_words(proof), **facts }
          proof["host"] ? say(:proof_with, host: proof["host"], **words) : say(:proof, **words)
        end

        def method_words(proof)
          said = say(:"methods.#{proof["method"]}")
          to = proof.dig("about", "to")
          to ? say(:method_to, method: said, to: to) : said
        end

        def grouped(hash) = hash.scan(/.{1,4}/).join(" ")

        def attach
          account = JSON.pretty_generate(@account)
          said = { description: say(:account_file), mime_type: "application/json" }
          Archival.enclose(@doc, account, name: "docket.json", **said)
          @scans.each do |name, bytes|
            Archival.enclose(@doc, bytes, name: name, description: say(:scan_file), mime_type: "application/pdf")
          end
        end
      end
    end
  end
end
