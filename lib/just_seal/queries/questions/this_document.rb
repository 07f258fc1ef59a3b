# frozen_string_literal: true

module JustSeal
  module Queries
    module Questions
      # One document: is it what was sealed, by whom, proved how, what happened before and since.
      class ThisDocument < Question
        SHA256 = /\A\h{64}\z/
        PARTIES = %i[docket party name email act state demanded reached acted proofs].freeze

        private

        def work
          version = wanted || brought
          return figure(:found, said(:nothing)) unless version

          docket = version.docket_number && Store::Docket.first(number: version.docket_number)
          figure(:record, version.record.number)
          figure(:version, said(:version, number: version.number, kind: version.kind))
          figure(:sha256, version.sha256)
          file(version)
          chain(docket, version.record)
          parties(docket) if docket
          versions(version.record)
        end

        def asked = @params["document"].to_s.strip

        # By hash, by record, or by docket. In scope or not: whoever has a file may ask about it.
        def wanted
          newest = Sequel.desc(:id)
          return Store::Version.where(sha256: asked.downcase).order(newest).first if asked.match?(SHA256)

          own = Store::Version.where(docket_number: asked).or(record_id: Store::Record.where(number: asked).select(:id))
          own.where(kind: %w[sealed renewed]).order(newest).first || own.order(newest).first
        end

        # A file that somebody brought and that is not filed here: it is checked as it is, and what it was made from is
        # looked for by the newest state in it that a signature covers whole.
        def brought
          sha256 = asked.downcase
          return unless sha256.match?(SHA256)

          bytes = @office.blobs.get(sha256)
          @report = Ports::Confined.call { Core::Pdf::Check.call(bytes, **@office.accepted, at: @office.now) }
          figure(:brought, sha256)
          figure(:what_was_sealed, said(:filed_nowhere, verdict: @report.verdict))
          told(@report)
          from = origin(bytes)
          figure(:made_from, said(from ? :document_below : :nothing_filed))
          from
        rescue Errors::Missing, Errors::Damaged
          nil
        end

        def origin(bytes)
          return unless @report.whole_bytes

          sha256 = Core::Ledger::Entry.digest(bytes.byteslice(0, @report.whole_bytes))
          Store::Version.where(sha256: sha256, locked: true).first
        end

        def file(version)
          bytes = @office.blobs.get(version.sha256)
          return figure(:checked, said(:no_pdf)) unless version.pdf?

          report = Ports::Confined.call { Core::Pdf::Check.call(bytes, **@office.accepted, at: @office.now) }
          figure(:checked, said(:verdict, verdict: report.verdict))
          told(report) unless @report
        rescue Errors::Damaged
          figure(:checked, said(:bytes_damaged, sha256: version.sha256))
        end

        def told(report)
          signatures(report)
          strata(report)
          findings(report) if report.findings.any?
        end

        def signatures(report)
          rows = report.signatures.map do |one|
            {
              field: one.field,
              signer: one.signer,
              time: utc(one.time),
              source: one.time_source,
              level: one.level,
              covers: one.covers_bytes,
              status: one.status
            }
          end
          list(
            :signatures,
            %i[field signer time source level covers status],
            rows,
            personal: %i[signer],
            words: { source: "time_sources", status: "questions.signature_status" }
          )
        end

        def strata(report)
          rows = report.revisions.map do |one|
            {
              from: one.first,
              to: one.last,
              by: said(:place, place: Core::Problem.plain(one.by)),
              kind: one.kind,
              changes: said(:changes, changes: Core::Problem.plain(one.changes)),
              allowed: yes_no(one.allowed?)
            }
          end
          list(
            :strata,
            %i[from to by kind changes allowed],
            rows,
            personal: %i[by],
            words: { kind: "revision_kinds" }
          )
        end

        def findings(report)
          rows = report.findings.map do |one|
            {
              code: one.code,
              message: said(:findings, findings: Core::Problem.plain([one])),
              where: said(:place, place: Core::Problem.plain(one.where))
            }
          end
          list(:findings, %i[code message where], rows)
        end

        def chain(docket, record)
          names = [docket&.number, record.number].compact
          found = names.flat_map { |name| chain_of(name) }
          order = ->((entry, _)) { entry.values_at("at", "docket", "seq") }
          entries(:entries, found.sort_by(&order))
          inclusion(names.first)
        end

        def chain_of(name)
          told, result = Store::Ledger.verified_as_told(name)
          state = if result.holds?
            said(:holds_entries, count: told.size)
          else
            said(:broken_at, entries: result.faults.map(&:seq))
          end
          figure(:chain, state.merge("chain" => name), :entries)
          told
        end

        def inclusion(name)
          covered = Store.db[:ledger_entries].join(:ledger_leaves, entry_id: :id).where(docket: name)
          seq = covered.max(:seq) or return figure(:covered, said(:not_yet))
          proof = LedgerProof.entry(name, seq)
          checkpoint = JSON.parse(proof["checkpoint"])["number"]
          place = { seq: seq, chain: name, leaf: proof["index"], checkpoint: checkpoint }
          figure(:inclusion, said(:inclusion, **place), :path)
          list(:path, %i[hash], [proof["hash"], *proof["path"]].map { |hash| { hash: hash } })
        end

        def parties(docket)
          list(
            :parties,
            PARTIES,
            docket.parties.map { |party| party_row(docket, party) },
            personal: %i[name email],
            words: { act: "questions.acts", state: "party_states" }
          )
        end

        def party_row(docket, party)
          proofs = party.proofs_in_force.map { |proof| { "method" => proof[:method], "at" => utc(proof[:proved_at]) } }
          {
            docket: docket.number,
            party: party.letter,
            name: party.name,
            email: party.email,
            act: party.way,
            state: party.state,
            demanded: party.demand.to_h["floor"].to_i,
            reached: party.level_reached,
            acted: utc(party.acted_at),
            proofs: said(:proofs, proofs: proofs)
          }
        end

        def versions(record)
          rows = record.versions_dataset.order(:number).map do |one|
            { record: record.number, number: one.number, kind: one.kind, made: utc(one.created_at), sha256: one.sha256 }
          end
          list(:versions, %i[record number kind made sha256], rows, words: { kind: "version_kinds" })
        end
      end
    end
  end
end
