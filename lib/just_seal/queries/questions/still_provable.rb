# frozen_string_literal: true

module JustSeal
  module Queries
    module Questions
      # Checks again everything that was sealed in scope: bytes, signatures, chain, checkpoint, and the certificates'
      # status then and now.
      class StillProvable < Question
        COLUMNS = %i[docket record kind sha256 bytes seal what chain point before today provable].freeze
        WORDS = { kind: "version_kinds", seal: "verdicts" }.freeze
        KINDS = %w[sealed renewed certificate].freeze
        # Findings that tell of certificates.
        OF_CERTIFICATES = %i[revoked revoked_later status_missing out_of_time].freeze
        # Entries are under a checkpoint that was taken so long after them, whatever was being written meanwhile.
        SETTLED_SECONDS = 120

        private

        def work
          @rows = []
          @now = {}
          sealed = @scope.dockets.where(state: "sealed")
          each_docket(sealed.exclude(Sequel[:dockets][:id] => Store::Content.docket_stubs)) { |docket| look_at(docket) }
          bad = @rows.reject { |row| row[:provable]["said"] == "yes" }
          figure(:checked, @rows.size, :files)
          figure(:provable, @rows.size - bad.size, :files)
          figure(:not_provable, bad.size, bad.empty? ? nil : :broken)
          figure(:destroyed, destroyed(sealed))
          list(:broken, COLUMNS, bad, words: WORDS) if bad.any?
          list(:files, COLUMNS, @rows, words: WORDS)
        end

        # Records that were let go: of these the stubs prove what there was.
        def destroyed(dockets)
          documents = Store::DocketDocument.where(docket_id: dockets.select(Sequel[:dockets][:id]))
          Store::Stub.where(record_id: documents.select(:record_id)).count
        end

        def each_docket(dataset)
          super { |dockets| dockets.each { |docket| yield docket } }
        end

        def look_at(docket)
          chain = chain(docket.number)
          point = point(docket.number)
          versions = Store::Version.where(docket_number: docket.number, kind: KINDS)
            .exclude(record_id: Store::Content.stubs).order(:id).eager(:record).all
          versions.each do |version|
            @rows << {
              docket: docket.number,
              record: version.record.number,
              kind: version.kind,
              sha256: version.sha256,
              chain: chain,
              point: point,
              **file(version, chain, point)
            }
          end
        end

        def chain(number)
          result = Store::Ledger.verified(number).last
          result.holds? ? said(:holds) : said(:broken_at, entries: result.faults.map(&:seq).uniq)
        end

        # Entries that the newest checkpoint ought to cover, by their place in the tree and the hash there.
        def point(number)
          @newest ||= Store::Checkpoint.newest
          return said(:no_checkpoint) unless @newest

          wrong = leaves(number).count { |row| misplaced?(row) }
          wrong.zero? ? said(:covered, checkpoint: @newest.number) : said(:not_in_tree, count: wrong)
        end

        def leaves(number)
          entries = Sequel[:ledger_entries]
          leaves = Sequel[:ledger_leaves]
          found = Store.db[:ledger_entries].left_join(:ledger_leaves, entry_id: :id).where(docket: number)
          found.select(entries[:hash], leaves[:hash].as(:leaf), :position, :at).all
        end

        def misplaced?(row)
          return row[:leaf].unpack1("H*") != row[:hash] if row[:leaf]

          row[:at] < @newest.taken_at - SETTLED_SECONDS && row[:position].nil?
        end

        def file(version, chain, point)
          bytes = @office.blobs.get(version.sha256)
          report = Ports::Confined.call { Core::Pdf::Check.call(bytes, **@office.accepted, at: @office.now) }
          holds = report.verdict == :intact && chain["said"] == "holds" && point["said"] == "covered"
          {
            bytes: said(:as_kept),
            seal: report.verdict,
            what: findings(report),
            before: certificates_then(report),
            today: today(bytes),
            provable: yes_no(holds)
          }
        rescue Errors::Damaged, Errors::Missing
          { bytes: said(:damaged_or_gone), seal: said(:not_checked), provable: yes_no(false) }
        end

        def findings(report)
          said(:findings, findings: Core::Problem.plain(report.findings)) if report.findings.any?
        end

        def certificates_then(report)
          codes = report.findings.map(&:code) & OF_CERTIFICATES
          codes.empty? ? said(:good) : said(:certificate_findings, codes: codes)
        end

        # The certificate of the seal key, asked once for all files.
        def today(bytes)
          certificates = Core::Pdf::Seal.certificates(bytes)
          leaf = certificates.first or return said(:none)
          path = Core::Trust::Chain.path(leaf, certificates).drop(1)
          @now[leaf.to_der] ||= said(:"certificate_#{@office.status.judge(leaf, path).first}")
        end
      end
    end
  end
end
