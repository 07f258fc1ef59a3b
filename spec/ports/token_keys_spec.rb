# frozen_string_literal: true

require "open3"
require "tmpdir"

# With SoftHSM 2, which is a PKCS#11 token in files.
RSpec.describe JustSeal::Ports::TokenKeys do
  library = Dir["/usr/lib/*/softhsm/libsofthsm2.so", "/usr/lib/softhsm/libsofthsm2.so"].first

  around do |example|
    Dir.mktmpdir do |folder|
      @folder = folder
      kept = ENV.fetch("SOFTHSM2_CONF", nil)
      Dir.mkdir(File.join(folder, "tokens"))
      File.write(
        ENV["SOFTHSM2_CONF"] = File.join(folder, "softhsm2.conf"),
        "directories.tokendir = #{folder}/tokens\nobjectstore.backend = file\nlog.level = ERROR\n"
      )
      example.run
      ENV["SOFTHSM2_CONF"] = kept
    end
  end

  # The module keeps its settings for as long as a process lives: each example has one of its own. Yields there; what
  # the block returns comes back as JSON.
  def apart
    reader, writer = IO.pipe
    child = fork do
      result = begin
        yield
      rescue StandardError, RSpec::Expectations::ExpectationNotMetError => e # the example has to hear of it
        "#{e.class}: #{e.message} #{e.backtrace.first}"
      end
      writer.write(JSON.generate(result))
      writer.close
      exit!(0)
    end
    writer.close
    JSON.parse(reader.read).tap { Process.wait(child) }
  end

  def token_made?
    Open3.capture2e(
      "softhsm2-util",
      "--init-token",
      "--free",
      "--label",
      "just-seal",
      "--pin",
      "2468",
      "--so-pin",
      "13579"
    ).last.success?
  end

  def keys(library, **options)
    described_class.new(
      library,
      token: "just-seal",
      pin: "2468",
      folder: File.join(@folder, "certificates"),
      enrolment_url: "http://127.0.0.1:9/",
      **options
    )
  end

  before do
    authority && signer("seal") && stamps # made once, before processes part
    allow(JustSeal::Ports::Http).to receive(:post) { |_url, body, _type|
      authority.enrol(OpenSSL::X509::Request.new(body)).map(&:to_pem).join
    }
  end

  { "rsa-3072" => "sha256", "ec-p256" => "sha384" }.each do |kind, digest|
    it "signs by a key of kind #{kind} with #{digest}, which never leaves the token" do
      expect(token_made?).to be(true)
      verdict, output, key, extractable = apart do
        held = keys(library, kind: -> { kind }, digest: -> { digest })
        held.rotate(:seal, office: "Ravensholm Harbour Trust")
        here = held[:seal]
        sealed = seal(
          JustSeal::Core::Pdf::CertifyForSigning.call(
            pdf,
            spots: [],
            signer: here,
            timestamp: stamps,
            reason: "Sent",
            at: Time.now.utc
          )
        )
        [
          JustSeal::Core::Pdf::Check.call(sealed, roots: roots, at: Time.now).verdict,
          run_on(sealed, "pdfsig").first,
          here.certificate.public_key.class.name,
          here.key.object[:EXTRACTABLE]
        ]
      end
      expect([verdict, extractable]).to eq(["intact", false]), verdict.to_s
      expect(output).to include("Signature is Valid.", digest.upcase.sub("SHA", "SHA-"))
      expect(key).to eq(kind.start_with?("ec") ? "OpenSSL::PKey::EC" : "OpenSSL::PKey::RSA")
    end
  end

  it "finds its key again, and exchanges it" do
    expect(token_made?).to be(true)
    first, second, third, left = apart do
      one = keys(library).rotate(:witness, office: "Ravensholm Harbour Trust").last.certificate.serial.to_i
      old, fresh = keys(library).rotate(:witness, office: "Ravensholm Harbour Trust")
      [
        one,
        old.certificate.serial.to_i,
        fresh.certificate.serial.to_i,
        fresh.key.session.find_objects(CLASS: PKCS11::CKO_PRIVATE_KEY).size
      ]
    end
    expect(first).to be_an(Integer), first.to_s
    expect(second).to eq(first)
    expect(third).not_to eq(first)
    expect(left).to eq(1)
  end

  it "keeps its key when the authority is away while it is exchanged" do
    expect(token_made?).to be(true)
    serials = apart do
      before = keys(library).rotate(:seal, office: "Ravensholm Harbour Trust").last.certificate.serial.to_i
      allow(JustSeal::Ports::Http).to receive(:post).and_raise(JustSeal::Errors::Unavailable, "away")
      begin
        keys(library).rotate(:seal, office: "Ravensholm Harbour Trust")
      rescue JustSeal::Errors::Unavailable
        [
          before,
          keys(library)[:seal].certificate.serial.to_i,
          keys(library)[:seal].key.sign_raw("sha256", "x" * 32).bytesize
        ]
      end
    end
    expect(serials).to eq([serials.first, serials.first, 384])
  end

  it "asks for a certificate of a key in the token, and takes it when somebody brings it" do
    expect(token_made?).to be(true)
    named, used, left, waits = apart do
      here = keys(library, enrolment_url: nil)
      forgotten = OpenSSL::X509::Request.new(here.request(:seal, office: "Ravensholm Harbour Trust"))
      request = OpenSSL::X509::Request.new(here.request(:seal, office: "Ravensholm Harbour Trust"))
      begin
        here.install(:seal, authority.enrol(forgotten))
      rescue JustSeal::Errors::Invalid => e
        refused = e.problems.fetch("certificate").to_s
      end
      _, fresh = here.install(:seal, authority.enrol(request))
      [
        refused,
        fresh.certificate.public_key.verify_raw(
          "SHA256",
          keys(library)[:seal].key.sign_raw("sha256", "x" * 32),
          "x" * 32
        ),
        fresh.key.session.find_objects(CLASS: PKCS11::CKO_PRIVATE_KEY).size,
        here.asked?(:seal)
      ]
    end
    expect([named, used, left, waits]).to eq(["certificate_of_other_key", true, 1, false])
  end
end
