# frozen_string_literal: true

module JustSeal
  module Queries
    module Questions
      # Checks again everything that was sealed in scope: bytes, signatures, chain, checkpoint, and the certificates'
      # status then and now.
      class StillProvable < Question
        called "Still provable today?", "Does everything that was sealed still hold, byte by byte, today?"

        STATES = { good: "good", revoked: "revoked", unknown: "nobody answers" }.freeze

        private

        def definition
          [
            "Each sealed, renewed and certified file is read from the store and hashed; its signatures, " \
            "revisions and time-stamps are checked against the accepted authorities as the check page does; " \
            "its docket’s chain is recomputed, and its entries are looked up in the Merkle tree under the " \
            "newest checkpoint.",
            "Certificates then: by the answers inside the file, at the time of its time-stamps. Now: what the " \
            "authority answers today about the certificate that made the newest signature. A certificate " \
            "that ended since does not undo a seal that is time-stamped."
          ]
        end

        def work
          @rows = []
          @now = {}
          each_docket(@scope.dockets.where(state: "sealed")) { |dockets| batch(dockets) }
          bad = @rows.reject { |row| row.last == "yes" }
          figure("Files checked", @rows.size, "files")
          figure("Provable", @rows.size - bad.size, "files")
          figure("Not provable", bad.size, bad.empty? ? nil : "broken")
          columns = {
            docket: %w[Docket Number],
            record: %w[Record Number],
            kind: ["File", "Sealed, renewed or certificate"],
            sha256: ["SHA-256", "Of the bytes as they were kept"],
            bytes: ["Bytes", "Do the kept bytes have that hash?"],
            seal: ["Seal", "Verdict of the check"],
            what: ["Findings", "Of the check"],
            chain: ["Chain", "Of the docket"],
            point: ["Checkpoint", "Are all its entries under the newest one, but for those since?"],
            before: ["Certificates then", "By the answers in the file"],
            today: ["Certificate now", "By the authority, today"],
            provable: ["Provable", "Bytes, seal, chain and checkpoint hold"]
          }
          list("broken", "Not provable", columns, bad) if bad.any?
          list("files", "All files", columns, @rows)
        end

        # Three dockets at a time on the bar: each takes long.
        def each_docket(dataset)
          super { |rows| rows.each { |docket| yield [docket] } }
        end

        def batch(dockets)
          dockets.each do |docket|
            chain = chain(docket.number)
            point = point(docket.number)
            Store::Version.where(
              docket_number: docket.number,
              kind: %w[sealed renewed certificate]
            ).order(:id).eager(:record).all.each do |version|
              @rows << [
                docket.number,
                version.record.number,
                version.kind,
                version.sha256,
                *file(version, chain, point)
              ]
            end
          end
        end

        def chain(number)
          Store::Ledger.verified(number).last.then do |result|
            result.holds? ? "holds" : "broken at #{result.faults.map(&:seq).uniq.join(", ")}"
          end
        end

        # Entries that the newest checkpoint ought to cover, by their place in the tree and the hash there.
        def point(number)
          @newest ||= Store::Checkpoint.newest
          return "no checkpoint yet" unless @newest

          rows = Store.db[:ledger_entries].left_join(
            :ledger_leaves,
            entry_id: :id
          ).where(docket: number).select_map([
            Sequel[:ledger_entries][:hash],
            Sequel[:ledger_leaves][:hash].as(:leaf),
            :position,
            :at
          ])
          wrong = rows.count do |hash, leaf, position, at|
            leaf ? leaf.unpack1("H*") != hash : at < @newest.taken_at - 120 && position.nil?
          end
          wrong.zero? ? "covered by #{@newest.number}" : "#{wrong} entries are not what the tree holds"
        end

        def file(version, chain, point)
          bytes = @office.blobs.get(version.sha256)
          report = Core::Pdf::Check.call(bytes, roots: @office.roots)
          good = report.verdict == :intact && chain == "holds" && point.start_with?("covered")
          status = report.findings.map(&:code) & %i[revoked revoked_later status_missing out_of_time]
          [
            "as kept",
            report.verdict.to_s,
            report.findings.map(&:message).join(" "),
            chain,
            point,
            if status.empty?
              "good"
            else
              status.map do |code|
                code.to_s.tr(
                  "_", " "
                )
              end.join(", ")
            end,
            today(bytes),
            if good
              "yes"
            else
              "no"
            end
          ]
        rescue Errors::Damaged, Errors::Missing
          ["damaged or gone", "not checked", "", chain, point, "", "", "no"]
        end

        # The certificate of the seal key, asked once for all files.
        def today(bytes)
          certificates = Core::Pdf::Seal.certificates(bytes)
          leaf = certificates.first or return "none"
          @now[leaf.to_der] ||= STATES.fetch(
            @office.status.judge(
              leaf,
              Core::Trust::Chain.path(leaf, certificates).drop(1)
            ).first
          )
        end
      end
    end
  end
end
