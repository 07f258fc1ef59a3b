# frozen_string_literal: true

RSpec.describe JustSeal::Operations::RenewSeal do
  def version(docket, kind = "sealed")
    JustSeal::Store::Version.where(docket_number: docket.number, kind: kind).order(:id).last
  end

  def health(version) = JustSeal::Store::SealHealth[version.id]

  after { JustSeal::Store::KeptStatus.dataset.update(asked_at: nil) }

  it "knows of each sealed file what it rests on, and until when" do
    sealed = version(signed_docket)
    row = health(sealed)
    expect(
      row.rests_on.map do |part|
        part["what"]
      end.tally
    ).to eq("signature" => 3, "time-stamp of the signature" => 3, "document time-stamp" => 1)
    expect(
      row.rests_on.map do |part|
        part.values_at("key", "digest", "weak")
      end.uniq
    ).to eq([["RSA 3072", "SHA256", false]])
    stamp = OpenSSL::X509::Certificate.new(
      File.read(
        File.join(
          office.settings.var,
          "standins",
          "authority",
          "stamps.crt"
        )
      )
    )
    expect(row.due_at).to be_within(1).of(stamp.not_after - (365 * 86_400))
  end

  it "adds status and a time-stamp on top, keeps every earlier revision, and is intact by our check and by pdfsig" do
    docket = signed_docket
    sealed = version(docket)
    renewed = described_class.call(sealed.id)
    before, after = [sealed, renewed].map { |one| office.blobs.get(one.sha256) }
    expect(after).to start_with(before)
    report = JustSeal::Core::Pdf::Check.call(after, roots: office.roots, at: Time.now)
    expect([report.verdict, report.findings.map(&:code)]).to eq([:intact, []])
    expect(report.revisions.map(&:kind).last(4)).to eq(%i[proofs archive proofs archive])
    path = File.join(office.settings.var, "renewed.pdf")
    File.binwrite(path, after)
    output = `pdfsig #{path} 2>&1`
    expect([output.scan("Signature is Valid.").size, output.scan("Invalid").size]).to eq([3, 0])
    expect(renewed).to have_attributes(kind: "renewed", renews: sealed.id, locked: true)
    expect(kinds(docket).last).to eq("document.renewed")
    expect(described_class.call(sealed.id)).to be_nil, "once is enough"
    again = described_class.call(renewed.id)
    expect(office.blobs.get(again.sha256)).to start_with(after)
  end

  it "renews in batches what falls due by a day, and nothing twice" do
    docket = signed_docket
    certificate = version(docket, "certificate")
    JustSeal::Store::SealHealth.where(
      version_id: [
        version(docket).id,
        certificate.id
      ]
    ).update(due_at: office.now - 86_400)
    batch = JustSeal::Operations::BeginRenewal.call(staff(:maren), by: office.now)
    expect(JustSeal::Operations::BeginRenewal.call(JustSeal::Core::Actor::SYSTEM, by: office.now)).to be_nil
    expect([batch.size, batch.done]).to eq([2, 0])
    work_jobs
    expect([batch.done, batch.problems]).to eq([2, []])
    expect(JustSeal::Store::SealHealth.newest.where(Sequel[:due_at] <= office.now).count).to eq(0)
    expect do
      JustSeal::Operations::BeginRenewal.call(staff(:tobias), by: office.now)
    end.to raise_error(JustSeal::Errors::Forbidden)
  end

  # Counts how often +part+ of the office is asked, and lets it answer.
  def counted(part, method)
    asked = []
    real = office.public_send(part)
    answering = Struct.new(:real) do
      define_method(method) { |*given, **named| (asked << given) && real.public_send(method, *given, **named) }
      define_method(:imprint) { real.imprint }
    end
    office.public_send("#{part}=", answering.new(real))
    asked
  end

  def due(*versions)
    JustSeal::Store::SealHealth.where(version_id: versions.map(&:id)).update(due_at: office.now - 86_400)
    JustSeal::Operations::BeginRenewal.call(staff(:maren), by: office.now)
  end

  it "asks how an authority is once for all files of a day, and goes by its last word where it is gone" do
    dockets = Array.new(2) { signed_docket }
    sealed = dockets.flat_map { |docket| [version(docket), version(docket, "certificate")] }
    JustSeal::Store::KeptStatus.dataset.update(asked_at: nil)
    clock.offset = 60
    asked = counted(:status, :material)
    batch = due(*sealed)
    work_jobs
    expect([batch.done, asked.size]).to eq([batch.size, 1])
    JustSeal::Operations::KeepStatuses.call # its last word, after it stamped
    clock.offset += 40 * 86_400
    office.status = Class.new do
      def material(*, **) = raise(JustSeal::Errors::Unavailable.new(:status_unknown, name: "Gone"))
    end.new
    renewed = sealed.map { |one| JustSeal::Store::Version.first(renews: one.id) }
    batch = due(*renewed)
    work_jobs
    expect([batch.done, batch.problems]).to eq([batch.size, []])
    last = JustSeal::Store::Version.first(renews: renewed.first.id)
    report = JustSeal::Core::Pdf::Check.call(office.blobs.get(last.sha256), **office.accepted, at: office.now)
    expect(report.findings.map(&:code)).to eq([])
  end

  it "goes on with the others where one file can't be renewed, and tries what rests on a lost authority a year later" do
    dockets = Array.new(2) { signed_docket }
    lost, fine = dockets.map { |docket| version(docket) }
    real = described_class.method(:call)
    revoked = JustSeal::Ports::HttpCertificateStatus::Revoked.new(:certificate_revoked, name: "Lost")
    allow(described_class).to receive(:call) do |id|
      raise revoked if id == lost.id

      real.call(id)
    end
    batch = due(lost, fine)
    work_jobs
    expect([batch.done, batch.problems.map(&:version_id)]).to eq([batch.size - 1, [lost.id]])
    expect(health(lost).due_at).to be_within(60).of(office.now + (365 * 86_400))
  end

  it "takes up again what a batch has left whose jobs have given up" do
    sealed = version(signed_docket)
    left = due(sealed)
    JustSeal::Store.db[:que_jobs].where(job_class: "JustSeal::Jobs::RenewSeals").delete
    expect(JustSeal::Operations::BeginRenewal.call(staff(:maren), by: office.now)).to be_nil
    left.update(asked_at: office.now - (10 * 86_400))
    again = JustSeal::Operations::BeginRenewal.call(staff(:maren), by: office.now)
    expect(health(sealed).batch_id).to eq(again.id)
    work_jobs
    expect(again.done).to eq(again.size)
  end

  it "waits while an authority is away, tells it, and renews with no less" do
    sealed = version(signed_docket)
    JustSeal::Store::SealHealth.where(version_id: sealed.id).update(due_at: office.now - 86_400)
    batch = JustSeal::Operations::BeginRenewal.call(staff(:maren), by: office.now)
    stamps = office.time_stamps
    away = JustSeal::Errors::Unavailable.new(:service_unreachable, host: "tsa.example", path: "/", cause: "Timeout")
    office.time_stamps = ->(_) { raise away }
    expect { work_jobs }.to raise_error(JustSeal::Errors::Unavailable)
    expect(batch.problems.map { |row| JustSeal::Words.kept(row.problem) }).to eq([said_of(away)])
    office.time_stamps = stamps
    work_jobs
    expect([batch.done, batch.problems]).to eq([batch.size, []])
  end
end
