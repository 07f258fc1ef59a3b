# frozen_string_literal: true

RSpec.describe JustSeal::Queries::OfficeCondition do
  def condition(at: office.now) = described_class.new(office: office, now: at)
  def point(what, at: office.now) = condition(at: at).points.find { |one| one.what == what }

  # Mails of others whose jobs were thrown away wait for ever, and would be too old by now.
  def put_aside_what_others_left
    work_jobs
    JustSeal::Store.db[:messages].where(state: "queued").update(state: "superseded")
  end

  it "knows what waits for how long, and that it is too long" do
    put_aside_what_others_left
    JustSeal::Messages.post_to_staff(account(:maren), :password_reset, at: office.now - 1200)
    found = condition
    expect(found.mails.count).to eq(1)
    expect(found.mails.seconds).to be >= 1200
    expect(found.jobs.fetch("DeliverStaffMessage").count).to eq(1)
    expect(point(:mails)).to have_attributes(fine: false, facts: include(minutes: be >= 20))
    work_jobs
    expect(point(:mails)).to have_attributes(fine: true, facts: include(count: 0))
  end

  it "knows which dockets wait to be sealed, and since when" do
    before = condition.sealing.count
    docket = sent_docket
    JustSeal::Store.db.transaction(rollback: :always) do
      JustSeal::Store::Party.where(docket_id: docket.id).update(state: "done", acted_at: office.now - 700)
      expect(condition.sealing).to have_attributes(count: before + 1, seconds: be >= 700)
      expect(point(:sealing).fine).to be(false)
    end
  end

  it "knows jobs that failed" do
    before = condition.failed
    id = JustSeal::Store.db[:que_jobs].insert(
      job_class: "JustSeal::Jobs::LapseDocket",
      args: "[0]",
      job_schema_version: 2,
      error_count: 3,
      run_at: Time.now + 3600
    )
    expect(condition.failed).to eq(before + 1)
    expect(point(:failed).fine).to be(false)
  ensure
    JustSeal::Store.db[:que_jobs].where(id: id).delete
  end

  it "knows when checkpoints come late, and when keys and roots end" do
    JustSeal::Operations::TakeCheckpoint.call
    expect(point(:checkpoint).fine).to be(true)
    expect(point(:checkpoint, at: office.now + (4 * 3600)).fine).to be(false)
    ends = office.keys[:seal].certificate.not_after
    expect(point(:certificate).fine).to be(true)
    near = condition(at: ends - (10 * 86_400)).points
    expect(near.find { |one| one.what == :certificate && one.facts[:ends_at] == ends }.fine).to be(false)
    expect(point(:root).fine).to be(true)
  end

  it "knows keys that were not made, and disks that are full" do
    expect(condition.missing_keys).to eq([])
    allow(office.keys).to receive(:find).and_return(nil)
    expect(condition.points.map(&:what).count(:key_missing)).to eq(2)
    expect(condition.points.first.fine).to be(false)
    allow(JustSeal::Ports::Disk).to receive(:free_share).and_return(0.04, nil)
    expect(point(:disk)).to have_attributes(fine: false, facts: { percent: 4 })
    expect(point(:disk_unknown).fine).to be(true)
  end

  it "asks the machine itself how full a disk is" do
    expect(JustSeal::Ports::Disk.free_share("/")).to be_between(0, 1)
    expect(JustSeal::Ports::Disk.free_share("/nowhere/at/all")).to be_nil
  end
end
