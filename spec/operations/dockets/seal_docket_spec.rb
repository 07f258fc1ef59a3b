# frozen_string_literal: true

RSpec.describe JustSeal::Operations::SealDocket do
  def all_signed
    sent_docket.tap do |docket|
      sign(docket, "A")
      visitor, sha256 = enter_room(docket, "B")
      JustSeal::Operations::ActOnDocket.call(visitor, seen: { 1 => sha256 }, mark: { "typed" => "Joss" })
    end
  end

  it "seals, files both as locked versions, and writes the number into the particulars" do
    docket = shared_docket
    record = document(docket).record
    expect(docket.state).to eq("sealed")
    expect(
      record.versions.map do |version|
        [version.number, version.kind, version.locked]
      end
    ).to eq([[3, "certificate", true], [2, "sealed", true], [1, "captured", false]])
    expect(record.particulars.to_h).to include("docket_number" => docket.number, "vessel" => "MV Sanderling")
  end

  it "makes two files that the check finds intact, of which pdfsig accepts every signature" do
    record = document(shared_docket).record
    record.versions.first(2).each do |version|
      bytes = office.blobs.get(version.sha256)
      expect(
        JustSeal::Core::Pdf::Check.call(
          bytes,
          roots: office.roots,
          at: Time.now
        )
      ).to have_attributes(verdict: :intact, findings: [])
      expect(run_on(bytes, "pdfsig").first).to include("Signature is Valid.")
      expect(run_on(bytes, "qpdf", "--check").last).to be(true)
    end
  end

  it "sends outside parties a copy, and staff a link" do
    docket = signed_docket
    outside = mails_to(party(docket, "A").email).first
    expect(outside.attachments.map(&:filename)).to contain_exactly(/sealed\.pdf/, /seal certificate\.pdf/)
    inside = mails_to("joss@ravensholm.example").find { |mail| mail.subject.start_with?("Sealed") }
    expect(inside.attachments).to be_empty
    expect(inside.text_part.decoded).to include("/records/#{document(docket).record.number}")
  end

  it "holds its chain from draft to the last mail" do
    docket = shared_docket
    expect(kinds(docket)).to include("docket.completed", "docket.sealed", "docket.filed")
    expect(
      JustSeal::Core::Ledger::Chain.verify(
        JustSeal::Store::Ledger.rows(docket.number),
        docket: docket.number,
        head: JustSeal::Store::Ledger.head(docket.number)
      )
    ).to be_holds
  end

  it "waits while an authority is away, and seals nothing with less" do
    docket = all_signed
    office.status = JustSeal::Ports::HttpCertificateStatus.new(
      roots: office.roots,
      status_url: "http://127.0.0.1:9/",
      list_url: "http://127.0.0.1:9/"
    )
    expect { described_class.call(docket.id) }.to raise_error(JustSeal::Errors::Unavailable)
    expect(docket.refresh.state).to eq("out")
    office.status = @kept[:status]
    work_jobs
    expect(docket.refresh.state).to eq("sealed")
  end

  it "tells why it waits, and tries at once when it is asked to" do
    docket = JustSeal::Store::Docket[all_signed.id]
    expect(JustSeal::Queries::SealingWait.of(docket, office: office)).to be_nil
    jobs = JustSeal::Store.db[:que_jobs].where(
      job_class: "JustSeal::Jobs::SealDocket",
      args: Sequel.lit("?::jsonb", "[#{docket.id}]")
    )
    jobs.update(
      error_count: 3,
      last_error_message: "JustSeal::Errors::Unavailable: Nobody answers just now.",
      run_at: Time.now + 600
    )
    expect(
      JustSeal::Queries::SealingWait.of(
        docket,
        office: office
      )
    ).to have_attributes(reason: "Nobody answers just now.", tries: 3)
    expect do
      JustSeal::Operations::SealNow.call(staff(:joss), number: docket.number)
    end.to raise_error(JustSeal::Errors::Forbidden)
    JustSeal::Operations::SealNow.call(staff(:maren), number: docket.number)
    expect(jobs.get(:run_at)).to be <= Time.now + 1
    work_jobs
    expect do
      JustSeal::Operations::SealNow.call(staff(:maren), number: docket.number)
    end.to raise_error(JustSeal::Errors::Conflict)
    expect([1, 2, 1000].map { |count| JustSeal::Jobs::SealDocket.retry_interval.call(count) }).to eq([20, 40, 900])
  end

  it "is safe to run twice, and by two at once" do
    docket = all_signed
    Array.new(2) { Thread.new { described_class.call(docket.id) } }.each(&:join)
    described_class.call(docket.id)
    expect(kinds(docket).count("docket.sealed")).to eq(1)
    expect(document(docket).record.versions_dataset.count).to eq(3)
  end

  # Runs the sealing in a process of its own that is killed after step +last+: every kept file, every time-stamp and
  # every statement is one. Returns whether it came that far.
  def sealing_killed_at?(docket, last)
    JustSeal::Store.db.disconnect # the child makes connections of its own
    child = fork do
      steps = 0
      step = -> { Process.kill(:KILL, Process.pid) if (steps += 1) == last }
      JustSeal::Store.db.loggers << Class.new { define_method(:info) { |_| step.call } }.new
      stamps = office.time_stamps
      office.time_stamps = ->(digest) { stamps.call(digest).tap { step.call } }
      office.blobs.singleton_class.prepend(
        Module.new do
          define_method(:put) do |bytes|
            super(bytes).tap do
              step.call
            end
          end
        end
      )
      JustSeal::Operations::SealDocket.call(docket.id)
      exit!(0)
    end
    Process.wait2(child).last.signaled?
  end

  it "is all or nothing, and ends well when it is run again, wherever the process dies" do
    docket = all_signed
    record = document(docket).record
    stops = []
    (1..400).step(6) do |last|
      killed = sealing_killed_at?(docket, last)
      stops << last if killed
      here = [
        docket.refresh.state,
        JustSeal::Store::Version.where(docket_number: docket.number).select_order_map(:kind),
        kinds(docket).count(
          "docket.sealed"
        ),
        record.refresh.particulars.key?("docket_number")
      ]
      expect(
        [
          last,
          here
        ]
      ).to eq([last, ["out", [], 0, false]]).or eq([last, ["sealed", %w[certificate sealed], 1, true]])
      break unless killed
    end
    expect(stops.size).to be >= 8
    described_class.call(docket.id)
    expect(
      [
        docket.refresh.state,
        kinds(docket).count("docket.sealed"),
        record.versions_dataset.count
      ]
    ).to eq(["sealed", 1, 3])
    work_jobs
    expect(mails_to(party(docket, "A").email).count { |mail| mail.subject.start_with?("Sealed") }).to eq(1)
  end

  it "does nothing before everybody has signed" do
    docket = sent_docket
    expect(described_class.call(docket.id)).to be_nil
    expect(docket.refresh.state).to eq("out")
  end
end
