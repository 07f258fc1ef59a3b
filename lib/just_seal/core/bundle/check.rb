# frozen_string_literal: true

require "json"
require "openssl"

module JustSeal
  module Core
    module Bundle
      # Says of an evidence bundle whether it is whole and what it says of itself: the signed manifest, every PDF in
      # it, the docket's chain of entries, and the proof that these entries are in a time-stamped checkpoint. Needs
      # neither database nor network.
      class Check
        # What JSON of another shape leads to.
        MALFORMED = [
          JSON::ParserError,
          KeyError,
          TypeError,
          NoMethodError,
          ArgumentError,
          EncodingError,
          RangeError
        ].freeze
        BROKEN = %i[altered unreadable].freeze
        ENDED = %i[proof_ended algorithm_ended].freeze
        # Kinds of entries that tell of bytes which lie in a bundle.
        OF_BYTES = %w[docket.sealed document.renewed circulation.started circulation.certified].freeze
        UNTRUSTED_STAMPS = %i[unknown_root out_of_time wrong_use].freeze

        # +documents+: {name => Pdf::Check::Report}; +entries+: how many the chain has; +checkpoint+: its number, size
        # and time.
        Report = Value.of(:findings, :signer, :signed_at, :documents, :entries, :checkpoint, :size, :sha256, :docket) do
          def verdict
            Pdf::Check::GRADES.find { |grade| findings.any? { |finding| finding.grade == grade } } || :intact
          end

          def exit_code = { intact: 0, unreadable: 2 }.fetch(verdict, 1)
        end

        # +bytes+: anything; the rest as of Pdf::Check.call. Never raises for the content of +bytes+.
        def self.call(bytes, **accepted) = new(bytes.b, **accepted).report

        # +inner+: is it a bundle within a pack? There are no packs within packs: a file that holds itself would be read
        # without end.
        def initialize(bytes, roots:, at:, sealers: [], register: Trust::Register.usual, inner: false)
          @bytes = bytes
          @accepted = { roots: roots, at: at, sealers: sealers, register: register }
          @inner = inner
          @findings = []
          @documents = {}
        end

        def report
          @content = Package.read(@bytes)
          find(:bytes_between, :file) unless Layout.tight?(@bytes)
          signed = signature
          files
          documents
          signed.held_against(@documents.values).each { |code, where, facts| find(code, where, **facts) }
          entries = pack? ? answers : ledger
          unless pack?
            checkpoint(entries)
            told(entries) if entries.any?
          end
          whole(entries)
        rescue Refused => e
          find(:no_bundle, :file, problem: e.facts[:problem] || :unreadable)
          whole([])
        end

        private

        def find(code, where, **facts) = @findings << Finding.new(code: code, where: where, facts: facts)

        def whole(entries)
          Report.new(
            findings: @findings.sort_by.with_index { |one, index| [Pdf::Check::GRADES.index(one.grade), index] },
            signer: @signer,
            signed_at: @signed_at,
            documents: @documents,
            entries: entries.size,
            checkpoint: @checkpoint,
            size: @bytes.bytesize,
            sha256: OpenSSL::Digest::SHA256.hexdigest(@bytes),
            docket: entries.first&.then { |text, _| JSON.parse(text)["docket"] }
          )
        end

        def signature
          signed = Signed.new(@content, **@accepted)
          @signer = signed.name
          @signed_at = signed.time
          signed.findings.each { |code, where, facts| find(code, where, **facts) }
          signed
        end

        def files
          listed = Package.listed(@content.manifest)
          listed.each do |name, digest|
            bytes = @content.files[name]
            next find(:file_missing, name) unless bytes

            find(:file_changed, name) unless OpenSSL::Digest::SHA256.base64digest(bytes) == digest
          end
          (@content.files.keys - listed.keys).each { |name| find(:file_added, name) }
        end

        # Every PDF that was sealed, the certificate among them; the originals are what they were before.
        def documents
          sealed = @content.files.select { |name, _| name.end_with?(".pdf") && !name.start_with?("originals/") }
          sealed.each do |name, bytes|
            report = @documents[name] = Pdf::Check.call(bytes, **@accepted)
            found_inside(name, report, :document)
          end
        end

        # What is found in a file of its own is told by its worst finding.
        def found_inside(name, report, what)
          return if report.verdict == :intact

          find(
            :"#{what}_#{BROKEN.include?(report.verdict) ? :altered : report.verdict}",
            name,
            finding: report.findings.find { |finding| finding.grade == report.verdict }
          )
        end

        # An answer pack is a container of the same kind, with a report, lists, and the bundles of dockets in it. What
        # has the ledger of a docket is held against that in any case.
        def pack? = !@inner && @content.files.key?("answers.json") && !@content.files.key?("ledger.jsonl")

        # The chain of the inquiry, where it was not left out, tells of each answer by its hash; each bundle is checked
        # by itself.
        def answers
          bundles = @content.files.select { |name, _| name.end_with?(".asice") }
          bundles.each do |name, bytes|
            found_inside(name, self.class.new(bytes, **@accepted, inner: true).report, :bundle)
          end
          return [] unless @content.files.key?("inquiry.jsonl")

          chain("inquiry.jsonl").tap { |rows| answered(rows) }
        rescue *MALFORMED
          find(:ledger_unreadable, "inquiry.jsonl")
          []
        end

        # Each answer is one that the chain tells of.
        def answered(rows)
          told = rows.map { |text, _| JSON.parse(text)["facts"].to_h.values_at("answer", "sha256") }
          JSON.parse(@content.files.fetch("answers.json"))["answers"].each do |answer|
            known = told.include?(answer.values_at("answer", "sha256_as_answered"))
            find(:answer_differs, Problem.new(:answer, number: answer["answer"])) unless known
          end
        end

        # [[text, hash], ...]
        def ledger
          chain("ledger.jsonl").tap { |rows| sealed(rows) }
        rescue *MALFORMED
          find(:ledger_unreadable, "ledger.jsonl")
          []
        end

        def parts_apart(entries)
          rows = entries + (@content.files.key?(Circulation::PEOPLE) ? rows_of(Circulation::PEOPLE) : [])
          PrivateParts.new(@content.files, rows).differing.each { |where| find(:private_differs, where) }
        end

        # What it says of itself, against its history.
        def told(entries)
          parts_apart(entries)
          return circulation(entries) if @content.files.key?(Circulation::FILE)

          apart = [Stub, Record].find { |kind| @content.files.key?(kind::FILE) } or return account(entries)
          apart.new(@content.files, entries).findings.each { |code, where| find(code, where) }
        end

        def circulation(entries)
          rows = ->(file) { chains(file) }
          Circulation.new(@content.files, entries, rows).findings.each { |code, where| find(code, where) }
        end

        # {name of a chain => [[text, hash], ...]} of a file that holds many, each verified.
        def chains(file)
          rows = rows_of(file)
          rows.group_by { |text, _| JSON.parse(text).fetch("docket") }.each { |name, some| verify(file, name, some) }
        end

        def account(entries)
          added = @findings.select { |one| one.code == :file_added }.map(&:where)
          Account.new(@content.files.except(*added), entries).findings.each { |code, where| find(code, where) }
        end

        def chain(file)
          rows = rows_of(file)
          name = JSON.parse(rows.first&.first || "null")&.fetch("docket", nil)
          return [].tap { find(:ledger_unreadable, file) } unless name

          verify(file, name, rows)
          rows
        rescue *MALFORMED
          find(:ledger_unreadable, file)
          []
        end

        # [[text, hash], ...]
        def rows_of(file)
          lines = @content.files.fetch(file, "").dup.force_encoding(Encoding::UTF_8).lines(chomp: true)
          lines.map { |line| [line, Ledger::Entry.digest(line)] }
        end

        def verify(file, name, rows)
          Ledger::Chain.verify(rows, docket: name).faults.each do |fault|
            find(:ledger_broken, Problem.new(:entry_in, file: file, seq: fault.seq), reason: fault.reason)
          end
        end

        # The documents and the certificate are those that the docket's own entries say were sealed, filed or renewed.
        def sealed(rows)
          return if rows.empty?

          told = rows.flat_map { |text, _| told_by(JSON.parse(text)) }
          papers = @content.files.select { |name, _| name == "certificate.pdf" || name.start_with?("documents/") }
          papers.each do |name, bytes|
            find(:other_document, name) unless told.include?(OpenSSL::Digest::SHA256.hexdigest(bytes))
          end
        end

        def told_by(entry)
          case entry["kind"]
          when *OF_BYTES then Array(entry["facts"]["sha256"])
          when "docket.filed" then entry["facts"]["versions"].map { |version| version["sha256"] }
          else []
          end
        end

        def checkpoint(entries)
          point = Point.new(@content.files, entries, **@accepted.except(:sealers))
          point.findings.each { |code, where, facts| find(code, where, **facts) }
          @checkpoint = point.told
        end
      end
    end
  end
end
