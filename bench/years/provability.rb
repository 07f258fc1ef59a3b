# frozen_string_literal: true

require "open3"
require "tmpdir"
require_relative "side_by_side"

module Years
  # Whether what is there is proved: by the file alone, or by it and the proof of the ledger that it was there in time.
  class Provability
    include JustSeal

    READER = File.join(ROOT, "docs", "examples", "exists.py")

    def initialize(world)
      @world = world
    end

    # [:alone, :ledger or :lost, ...] of every sealed file that is there, as it is now.
    def of_all = SideBySide.map(newest) { |ids| ids.map { |id| of(Store::Version[id]) } }.flatten

    # Ids of the newest state of every sealed file.
    def newest
      Store::Version.where(kind: %w[sealed renewed certificate])
        .exclude(id: Store::Version.exclude(renews: nil).select(:renews))
        .exclude(record_id: Store::Content.stubs)
        .select_order_map(:id)
    end

    # By itself, or one of the states that it was renewed from by what the ledger proves of that.
    def of(version)
      return :alone if intact?(office.blobs.get(version.sha256), office.now)

      states(version).any? { |one| by_ledger?(one) } ? :ledger : :lost
    end

    def states(version) = version.renews ? [version, *states(Store::Version[version.renews])] : [version]

    def by_ledger?(version)
      bytes = office.blobs.get(version.sha256)
      text = proof(version)
      existence = text && check(text, bytes)
      existence&.valid? && intact?(bytes, existence.since)
    end

    # Stubs that hold, as whoever gets one checks it.
    def stubs
      Store::Record.where(id: Store::Content.stubs).order(:id).all.map do |record|
        bytes, = Operations::ExportStub.call(Cli.actor, number: record.number)
        Core::Bundle::Check.call(bytes, **office.accepted, at: office.now).verdict
      end
    end

    # Findings of the audit of everything.
    def audit = Queries::LedgerAudit.new(office: office).call.findings.map { |one| [one.code, one.where.to_s] }

    # The first states of +count+ files, by Python and openssl alone: do hashes lead from a time-stamp of today to each,
    # and does every time-stamp on the way hold?
    def by_plain_tools(count)
      first = Store::Version.where(kind: "sealed").exclude(record_id: Store::Content.stubs).order(:id).limit(count).all
      first.map { |version| plainly(proof(version), office.blobs.get(version.sha256)) }
    end

    private

    def office = @world.office

    def intact?(bytes, at)
      Core::Pdf::Check.call(bytes, **office.accepted, at: at).verdict == :intact
    end

    def proof(version)
      Queries::Existence.new(office).of_content(version.sha256)
    rescue Errors::Missing, Errors::Conflict
      nil
    end

    def check(text, bytes)
      Core::Ledger::Existence.call(text, bytes, **office.accepted.slice(:roots, :register), at: office.now)
    end

    # Each token is verified for the time at which the next one covers it.
    def plainly(text, bytes)
      Dir.mktmpdir do |folder|
        File.write(File.join(folder, "proof.json"), text)
        File.binwrite(File.join(folder, "file.pdf"), bytes)
        File.write(File.join(folder, "ROOTS.pem"), office.roots.map(&:to_pem).join)
        said, status = Open3.capture2e("python3", READER, "proof.json", "file.pdf", chdir: folder)
        commands = said.scan(/openssl ts .+$/)
        status.success? && commands.each_with_index.all? { |one, index| stamped?(one, times(text)[index + 1], folder) }
      end
    end

    def times(text)
      points = JSON.parse(text)["points"].map { |point| Time.iso8601(JSON.parse(point["body"])["at"]) }
      [*points, office.now]
    end

    def stamped?(command, at, folder)
      said, = Open3.capture2e("#{command} -attime #{at.to_i}", chdir: folder)
      said.include?("Verification: OK")
    end
  end
end
