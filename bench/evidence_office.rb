# frozen_string_literal: true

require_relative "../config/boot"
require "tmpdir"
require "tempfile"
require "hexapdf"
require "open3"

# An authority in this process, keys, and a five-page document with two parties: what the benchmarks of evidence work
# on, without any network.
module EvidenceOffice
  include JustSeal

  RUNS = 12
  HASH = ("x" * 32).b.freeze
  FACES = Core::Pdf::FontSet.new(Office::FACES)

  module_function

  def authority
    @authority ||= Standins::Authority.new(Dir.mktmpdir("authority"), address: "http://127.0.0.1:9").prepare
  end

  def roots = [authority.root.certificate]
  def clock = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  def megabytes = File.read("/proc/self/status")[/VmRSS:\s+(\d+)/, 1].to_i / 1024

  def signer(name)
    (@signers ||= {})[name] ||= begin
      key = OpenSSL::PKey::RSA.new(3072)
      certificate, *chain = authority.enrol(
        OpenSSL::X509::Request.new(
          Ports::KeyRequest.pem(
            Ports::KeyRequest.subject("Ravensholm Harbour Trust", name),
            key,
            key
          )
        )
      )
      Core::Pdf::Signer.new(certificate: certificate, chain: chain, key: key)
    end
  end

  # digest => token
  def stamps
    @stamps ||= Standins::TimeStamps.new(authority).then do |service|
      lambda do |digest|
        question = Core::Trust::TimeStamp.request(digest, nonce: rand(2**60))
        Core::Trust::TimeStamp.token(service.answer(question), question: question)
      end
    end
  end

  def material(certificates)
    service = Standins::Revocation.new(authority)
    pool = certificates + roots
    ocsps = certificates.select(&:ocsp_uris).map do |one|
      service.answer(Core::Trust::Status.request(one, Core::Trust::Chain.issuer_of(one, pool)))
    end
    Core::Pdf::Seal::Material.new(
      certificates: [*pool, authority.status.certificate].map(&:to_der),
      ocsps: ocsps,
      crls: [service.list(:root)]
    )
  end

  def document(pages)
    doc = HexaPDF::Document.new
    pages.times do |number|
      doc.pages.add.canvas.font(Office::FACES[:text].first, size: 12).text(
        "Berth licence, page #{number + 1}",
        at: [90, 700]
      )
    end
    StringIO.new("".b).tap { |out| doc.write(out) }.string
  end

  # +parties+: letters and heights of those who sign on page 1.
  def spots(parties = [["A", 500], ["B", 300]])
    parties.flat_map do |party, y|
      [["signature", 0], ["acting_date", 60], ["full_name", 100]].map do |kind, down|
        Core::Fields::FieldPlacement.new(
          name: "#{party}-#{kind}-1",
          kind: kind,
          party: party,
          document: 1,
          page: 1,
          x: 90,
          y: y - down,
          width: 160,
          height: 30,
          label: "#{kind}, #{party}"
        )
      end
    end
  end

  def seal(bytes)
    Core::Pdf::Seal.call(bytes, material: material(Core::Pdf::Seal.certificates(bytes)), timestamp: stamps)
  end

  # The document sealed by our own code.
  def sealed(bytes, spots: self.spots)
    at = Time.now.utc
    sent = Core::Pdf::CertifyForSigning.call(
      bytes,
      spots: spots,
      signer: signer("seal"),
      timestamp: stamps,
      reason: "Sent as docket RH-1",
      at: at
    )
    seal(
      spots.map(&:party).uniq.inject(sent) do |state, letter|
        values = {
          "#{letter}-signature-1" => { "typed" => "Ines Halloran" },
          "#{letter}-acting_date-1" => "24 November 2026",
          "#{letter}-full_name-1" => "Ines Halloran"
        }
        Core::Pdf::ApplyPartySignature.call(
          state,
          letter: letter,
          spots: spots.select do |spot|
            spot.party == letter
          end,
          values: values,
          foot: "Ines Halloran, RH-1 #{letter}",
          by: "Ines Halloran",
          reason: "Witnessed for Ines Halloran, level 1",
          signer: signer("witness"),
          timestamp: stamps,
          faces: FACES,
          at: at
        )
      end
    )
  end

  # Prints medians of +ours+ and +bare+ (seconds), taken in turns, and their ratio.
  def compare(name, bare_name, ours, bare, runs: RUNS)
    ours.call && bare.call
    pairs = Array.new(runs) { [ours, bare].map { |work| clock.then { |began| work.call && (clock - began) } } }
    mine, plain = pairs.transpose.map { |times| times.sort[times.size / 2] }
    puts format("%-46s %9.1f ms; %s %9.1f ms; ratio %.2f", name, mine * 1000, bare_name, plain * 1000, mine / plain)
  end
end
