# frozen_string_literal: true

require "hexapdf"
require "json"
require "rqrcode"
require "stringio"

module JustSeal
  module Core
    module Pdf
      # The seal certificate: the readable account of a finished docket, on one page for up to four parties where
      # names are short, with the same facts attached as JSON. It is unsigned as it comes from here; sealing is the
      # caller's next step.
      class Certificate
        ACTS = {
          "sign" => "signed",
          "approve" => "approved",
          "acknowledge" => "acknowledged",
          "receive" => "received a copy"
        }.freeze
        METHODS = Assurance::Methods::ALL.transform_values(&:label).merge(
          "link" => "personal link sent to the address above"
        ).freeze
        HOW_TO_CHECK = [
          "1. Open the sealed PDF in a reader that shows signatures: each one must be valid, the last must " \
          "cover the whole file.",
          "2. Compare its SHA-256 (sha256sum FILE) with the one under “as sealed” above.",
          "3. Upload it at the address in the QR code, which says what was changed, if anything was.",
          "4. On the command line: pdfsig FILE lists every signature and what it covers.",
          "5. The attached docket.json holds all facts of this page in a form for programs."
        ].freeze

        # +account+: Hash as docket.json holds it (see Queries::DocketAccount); +faces+: Faces. Returns bytes.
        def self.call(account, faces:) = new(account, faces).bytes

        def initialize(account, faces)
          @account = account
          @doc = HexaPDF::Document.new
          @sheet = Sheet.new(@doc, faces)
        end

        def bytes
          @doc.metadata.title("Seal certificate #{@account["docket"]}")
          margin
          body
          attach
          out = StringIO.new("".b)
          @doc.write(out, optimize: false)
          out.string
        end

        private

        def margin
          dial(36 + 45, 745, 45)
          top = [
            [
              "Docket",
              @account["docket"],
              :mono
            ],
            ["Sent", @account.dig("sent_at", "office")],
            ["Sealed", @account.dig("sealed_at", "office")],
            ["Sent by", @account["sent_by"]],
            ["Office", @account["office"]],
            ["Office's time zone", @account["zone"]],
            ["Rulebook", @account["rulebook"] ? "version #{@account["rulebook"]}" : "none in force"],
            ["Waivers", @account["waivers"].empty? ? "none" : @account["waivers"].size.to_s],
            ["Ledger", "#{@account.dig("ledger", "entries")} entries before sealing"]
          ]
            .inject(680) do |height, (name, value, role)|
            @sheet.label(name, value.to_s, height, role: role || :text) - 6
          end
          top = @sheet.label(
            "Hash of the last of them",
            grouped(@account.dig("ledger", "last_hash")),
            top,
            role: :mono
          ) - 6
          point = @account.dig("ledger", "checkpoint")
          if point
            @sheet.label(
              "Checkpoint #{point["number"]}, over #{point["size"]} entries",
              grouped(point["root"]),
              top,
              role: :mono
            )
          end
          code(36, 60, 96)
        end

        # ISO 32000-2, 8.5: angles counter-clockwise from the right; ours run clockwise from the top.
        def dial(x, y, radius)
          parties = @account["parties"].map { |party| [party["turn"], "done", party["letter"]] }
          @sheet.canvas.fill_color(*Sheet::VERDIGRIS)
          Drawing::Dial.arcs(parties).each do |arc|
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
          @sheet.place("sealed", x - (@sheet.width_of("sealed", :title, 15) / 2), y - 4, :title, 15, Sheet::INK)
        end

        # The QR code's modules as squares, +size+ points wide, leading to the check page.
        def code(x, y, size)
          modules = RQRCode::QRCode.new(@account.fetch("check_address"), level: :m).modules
          side = size / modules.size.to_f
          @sheet.canvas.fill_color(*Sheet::INK)
          modules.each_with_index do |row, down|
            row.each_with_index do |dark, along|
              @sheet.canvas.rectangle(x + (along * side), y + size - ((down + 1) * side), side, side) if dark
            end
          end
          @sheet.canvas.fill
          @sheet.place("Check a copy", x, y - 12, :text, 7.5, Sheet::FADED)
        end

        def body
          @sheet.write("Seal certificate", role: :title, size: 22, leading: 1.2)
          @sheet.write(@account["title"], size: 11, colour: Sheet::FADED)
          heading("What was sealed")
          @account["documents"].each { |document| document(document) }
          enclosures
          heading("Who acted")
          @account["parties"].each { |party| party(party) }
          waivers
          heading("How to check it without us")
          HOW_TO_CHECK.each { |line| @sheet.write(line, size: 8) }
        end

        def heading(text)
          @sheet.room_for(70)
          @sheet.y -= 10
          @sheet.write(text, role: :title, size: 13)
          @sheet.rule
        end

        def document(document)
          @sheet.write(
            "#{document["title"]}, #{document["record"]}, #{pages(document)}",
            role: :bold,
            size: 9.5
          )
          @sheet.y -= 2
          {
            "as captured" => "sha256_original",
            "as sent" => "sha256_sent",
            "as sealed" => "sha256_sealed"
          }.each do |name, key|
            @sheet.write("SHA-256 #{name}", size: 7.5, colour: Sheet::FADED)
            @sheet.write(grouped(document[key]), role: :mono, size: 7.5, leading: 1.25)
            @sheet.y -= 3
          end
        end

        def waivers
          return if @account["waivers"].empty?

          heading("Waivers")
          @account["waivers"].each do |waiver|
            @sheet.room_for(60)
            @sheet.write(
              "#{waiver["party"]}: level #{waiver["granted"]} instead of #{waiver["demanded"]}, " \
              "asked by #{waiver["asked_by"]}, allowed by #{waiver["allowed_by"]} " \
              "on #{waiver.dig("allowed_at", "utc")}",
              role: :bold,
              size: 9
            )
            @sheet.write(waiver["reason"], size: 8.5)
            @sheet.y -= 4
          end
        end

        def pages(document) = document["pages"] == 1 ? "1 page" : "#{document["pages"]} pages"

        def enclosures
          return if @account["enclosures"].to_a.empty?

          heading("Enclosed, to be read only")
          @account["enclosures"].each do |enclosure|
            @sheet.write(
              "#{enclosure["title"]}, #{enclosure["record"]}, #{pages(enclosure)}",
              role: :bold,
              size: 9.5
            )
            @sheet.write("SHA-256 #{grouped(enclosure["sha256"])}", role: :mono, size: 7.5, leading: 1.25)
            @sheet.y -= 3
          end
        end

        def party(party)
          @sheet.room_for(92)
          @sheet.write(
            "#{party["letter"]}  #{[party["name"], party["organisation"]].reject(&:empty?).join(", ")}",
            role: :bold,
            size: 9.5
          )
          lines = [acted(party)]
          unless party["act"] == "receive"
            lines << "Assurance level reached: #{party["level_reached"]}. Level demanded: #{party["level_demanded"] ||
 "none"}." << agreed(party)
          end
          if party["card"]
            lines << "Signed by a card: #{party.dig(
              "card",
              "subject"
)}, issued by #{party.dig(
  "card",
  "issuer"
)}, serial #{party.dig("card", "serial")}."
          end
          lines.each { |line| @sheet.write(line, size: 8.5) }
          party["files"].to_a.each do |file|
            @sheet.write(
              "Brought #{file["file_name"]}, #{file["size_bytes"]} bytes, SHA-256 #{grouped(file["sha256"])}",
              size: 7.5
            )
          end
          party["proofs"].last(3).each { |proof| @sheet.write(proved(proof), size: 7.5, colour: Sheet::FADED) }
          @sheet.y -= 8
        end

        def acted(party)
          return "#{party["email"]}. Receives a copy." if party["act"] == "receive"

          at = party.fetch("acted_at")
          "#{party["email"]}. Turn #{party["turn"]}, #{ACTS.fetch(party["act"])} on #{at["office"]} (#{at["utc"]})."
        end

        def agreed(party)
          consent = party.fetch("consent")
          "Agreed to sign electronically on #{consent.dig("at", "utc")}, text version #{consent["version"]}."
        end

        def proved(proof)
          "Proof: #{METHODS.fetch(proof["method"])}, #{proof.dig(
            "at",
            "utc"
)}, from #{proof["address"]}, #{proof["client"][0, 90]}"
        end

        def grouped(hash) = hash.scan(/.{1,4}/).join(" ")

        def attach
          @doc.files.add(
            StringIO.new(JSON.pretty_generate(@account)),
            name: "docket.json",
            description: "The account of the docket",
            mime_type: "application/json"
          )
        end
      end
    end
  end
end
