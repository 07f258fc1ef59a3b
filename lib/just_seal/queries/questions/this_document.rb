# frozen_string_literal: true

module JustSeal
  module Queries
    module Questions
      # One document: is it what was sealed, by whom, proved how, what happened before and since.
      class ThisDocument < Question
        called "This document", "Is this file what was sealed, by whom, proved how, and what happened before and since?"

        ENTRIES = {
          docket: ["Docket", "Chain that the entry is on"],
          seq: ["Entry", "Its number in the chain"],
          at: %w[Time UTC],
          kind: ["Kind", "What happened"],
          actor: ["By", "Who did it", :personal],
          address: ["Address", "Network address", :personal],
          facts: ["Facts", "As the entry holds them, JSON", :personal],
          hash: ["Hash", "SHA-256 of the entry"]
        }.freeze

        private

        def definition
          [
            "The file is found by its SHA-256, or the newest sealed state of the document by the number of " \
            "its record or docket; its signatures, revisions and certificates are checked as the check page " \
            "does, against the accepted authorities.",
            "The chain is recomputed from its first entry; a proof of inclusion leads from its last covered " \
            "entry to the newest checkpoint."
          ]
        end

        def work
          version = wanted || brought
          return figure("Found", :nothing_has_this_number) unless version

          docket = version.docket_number && Store::Docket.first(number: version.docket_number)
          figure("Record", version.record.number)
          figure("Version", "#{version.number}, #{version.kind}")
          figure("SHA-256", version.sha256.scan(/.{8}/).join(" "))
          file(version)
          chain(docket, version.record)
          parties(docket) if docket
          list(
            "versions",
            "Versions of the record",
            {
              record: %w[Record Number],
              number: %w[Version Number],
              kind: ["Kind", "How it came to be"],
              made: %w[Made UTC],
              sha256: ["SHA-256", "Of the bytes"]
            },
            version.record.versions_dataset.order(:number).map do |one|
              [version.record.number, one.number, one.kind, utc(one.created_at), one.sha256]
            end
          )
        end

        # By hash, by record, or by docket. In scope or not: whoever has a file may ask about it.
        def wanted
          text = @params["document"].to_s.strip
          return Store::Version.where(sha256: text.downcase).order(Sequel.desc(:id)).first if text.match?(/\A\h{64}\z/)

          own = Store::Version.where(docket_number: text).or(record_id: Store::Record.where(number: text).select(:id))
          own.where(kind: %w[sealed renewed]).order(Sequel.desc(:id)).first || own.order(Sequel.desc(:id)).first
        end

        # A file that somebody brought and that is not filed here: it is checked as it is, and what it was made from is
        # looked for by the newest state in it that a signature covers whole.
        def brought
          sha256 = @params["document"].to_s.strip.downcase
          return unless sha256.match?(/\A\h{64}\z/)

          bytes = @office.blobs.get(sha256)
          @report = Core::Pdf::Check.call(bytes, roots: @office.roots)
          figure("The file that was brought", sha256.scan(/.{8}/).join(" "))
          figure("Is it what was sealed?", "no: #{@report.verdict}, and filed nowhere here")
          told(@report)
          from = @report.whole_bytes && Store::Version.where(
            sha256: Core::Ledger::Entry.digest(bytes.byteslice(0, @report.whole_bytes)), locked: true
          ).first
          figure("Made from", from ? "the document below" : "nothing that is filed here")
          from
        rescue Errors::Missing, Errors::Damaged
          nil
        end

        def file(version)
          bytes = @office.blobs.get(version.sha256)
          return figure("Checked", "no PDF: its hash holds") unless version.pdf?

          report = Core::Pdf::Check.call(bytes, roots: @office.roots)
          figure("Checked", report.verdict.to_s)
          told(report) unless @report
        rescue Errors::Damaged => e
          figure("Checked", "the kept bytes are damaged: #{e.message}")
        end

        def told(report)
          list(
            "signatures",
            "Signatures",
            {
              field: ["Field", "In the PDF"],
              signer: ["Signer", "As the signature names it", :personal],
              time: %w[Time UTC],
              source: ["Time from", "Authority or claimed"],
              level: ["Level", "1 to 4"],
              covers: ["Covers", "Bytes from the start"],
              status: ["Status", "As checked"]
            },
            report.signatures.map do |one|
              one.to_json_object.values_at("field", "signer", "time", "time_source", "level", "covers_bytes", "status")
            end
          )
          list(
            "strata",
            "Revisions, from the bottom",
            {
              from: %w[From Byte],
              to: %w[To Byte],
              by: ["By", "Who added it", :personal],
              kind: ["Kind", "Of the revision"],
              changes: ["Changes", "What it did"],
              allowed: ["Allowed", "By the signatures beneath"]
            },
            report.revisions.map do |one|
              [one.first, one.last, one.by, one.kind.to_s, one.changes.join("; "), one.allowed? ? "yes" : "no"]
            end
          )
          return unless report.findings.any?

          list(
            "findings",
            "Findings of the check",
            {
              code: ["Code", "Of the finding"],
              message: ["What", "In words"],
              where: ["Where", "In the file"]
            },
            report.findings.map do |one|
              [
                one.code.to_s,
                one.message,
                one.where
              ]
            end
          )
        end

        def chain(docket, record)
          names = [docket&.number, record.number].compact
          rows = names.flat_map do |name|
            texts, result = Store::Ledger.verified(name)
            figure(
              "Chain of #{name}",
              if result.holds?
                "holds, #{texts.size} #{texts.size == 1 ? "entry" : "entries"}"
              else
                "broken at #{result.faults.map(&:seq).join(", ")}"
              end,
              "entries"
            )
            texts.map { |text, hash| EntryFind.row(JSON.parse(text), hash) }
          end
          list("entries", "Everything that happened", ENTRIES, rows.sort_by { |row| [row[2], row[0], row[1]] })
          inclusion(names.first)
        end

        def inclusion(name)
          seq = Store.db[:ledger_entries].join(
            :ledger_leaves,
            entry_id: :id
          ).where(docket: name).max(:seq) or return figure("Covered by a checkpoint", "not yet")
          proof = LedgerProof.entry(name, seq)
          figure(
            "Proof of inclusion",
            "entry #{seq} of #{name}, leaf #{proof["index"]}, checkpoint #{JSON.parse(proof["checkpoint"])["number"]}",
            "path"
          )
          list(
            "path",
            "Path from the entry to the root of the checkpoint (RFC 9162)",
            {
              hash: ["Hash", "Neighbour, hex, from the leaf upwards"]
            },
            [
              [proof["hash"]],
              *proof["path"].map do |hash|
                [hash]
              end
            ]
          )
        end

        def parties(docket)
          rows = docket.parties.map do |party|
            proofs = party.proofs.map { |proof| "#{proof[:method]} #{utc(proof[:proved_at])}" }.join("; ")
            [
              docket.number,
              party.letter,
              party.name,
              party.email,
              party.act,
              party.state,
              party.demand.to_h["floor"].to_i,
              party.level_reached,
              utc(party.acted_at),
              proofs
            ]
          end
          list(
            "parties",
            "Who acted, and proved how",
            {
              docket: %w[Docket Number],
              party: %w[Party Letter],
              name: ["Name", "As the docket has it", :personal],
              email: ["Address", "Of the party", :personal],
              act: %w[Act Asked],
              state: ["State", "At the answer"],
              demanded: %w[Demanded Floor],
              reached: %w[Reached Level],
              acted: %w[Acted UTC],
              proofs: ["Proofs", "Methods with times"]
            },
            rows
          )
        end
      end
    end
  end
end
