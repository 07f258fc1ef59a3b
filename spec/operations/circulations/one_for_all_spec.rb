# frozen_string_literal: true

RSpec.describe JustSeal::Operations::StartCirculation do
  include Circulated

  it "asks twelve people of a unit, each by a docket of their own, about one document that stays as it is" do
    unit, people = unit_with(12)
    circulation = started_circulation({ "units" => [unit] }, declaration: "I have read it, and will follow it")
    expect(circulation.state).to eq("out")
    expect(standings(circulation)).to eq("invited" => 12)
    numbers = circulation.recipients.map { |one| one.docket.number }
    expect(numbers).to eq(Array.new(12) { |index| format("%s-%04d", circulation.number, index + 1) })
    expect(circulation.recipients.map(&:account_id)).to match_array(people.map(&:id))
    expect(circulation.record.refresh.docket_state).to be_nil
    documents = circulation.recipients.map { |one| one.docket.documents.first }
    expect(documents.map(&:sent_sha256).uniq).to eq([circulation.version.sha256])
    expect(entries_of(circulation.number).map { |one| one["kind"] }).to eq(
      %w[circulation.drafted circulation.started circulation.sent]
    )
  end

  it "wants the words that are asked for, and keeps the act beside the bytes that were seen" do
    unit, = unit_with(1)
    circulation = started_circulation({ "units" => [unit] }, declaration: "I have read it, and will follow it")
    recipient = circulation.recipients.first
    expect { act_on(recipient, declaration: "I have read it") }.to raise_error(JustSeal::Errors::Invalid) do |error|
      expect(reason_of(error.problems["declaration"])).to eq(:declaration_differs)
    end
    act_on(recipient, declaration: "i have read it, and will follow it.")
    docket = recipient.docket
    expect([docket.state, recipient.party.state]).to eq(%w[gathered done])
    acted = entries_of(docket.number).find { |one| one["kind"] == "party.acted" }["facts"]
    expect(acted["declaration"]).to eq("i have read it, and will follow it.")
    expect(acted["documents"].first).to include("sha256_seen" => circulation.version.sha256)
    expect(acted["documents"].first).not_to include("sha256_signed")
    expect(document(docket).current_sha256).to eq(circulation.version.sha256)
    expect(standings(circulation)).to eq("done" => 1)
  end

  it "wants the file that is asked for, and keeps it beside the act" do
    unit, = unit_with(1)
    circulation = started_circulation({ "units" => [unit] }, attachment: "Certificate of the course")
    recipient = circulation.recipients.first
    expect { act_on(recipient) }.to raise_error(JustSeal::Errors::Invalid)
    visitor = visitor_of(recipient.refresh.docket, "A")
    slot = recipient.party.fields.first.spot("A").slot
    JustSeal::Operations::BringFile.call(visitor, slot: slot, bytes: pdf, file_name: "course.pdf")
    JustSeal::Operations::ActOnDocket.call(visitor, seen: { 1 => circulation.version.sha256 })
    expect(recipient.docket.refresh.state).to eq("gathered")
    expect(recipient.party.refresh.files_brought.map(&:file_name)).to eq(["course.pdf"])
    expect(document(recipient.docket).current_sha256).to eq(circulation.version.sha256)
  end

  it "lets one refuse without stopping the others" do
    unit, = unit_with(2)
    circulation = started_circulation({ "units" => [unit] })
    first, second = circulation.recipients
    visitor = begin_visit(token_for(first.refresh.party))
    JustSeal::Operations::RefuseDocket.call(visitor, reason: "I was not told of it before.")
    act_on(second)
    expect(standings(circulation)).to eq("done" => 1, "refused" => 1)
  end

  it "is sent once, whoever starts, stops and resumes it, and by however many at once" do
    unit, = unit_with(6)
    circulation = draft_circulation({ "units" => [unit] })
    described_class.call(staff(:maren), number: circulation.number)
    ids = circulation.recipients.map(&:id)
    threads = Array.new(4) { Thread.new { ids.shuffle.each { |id| JustSeal::Operations::SendCirculated.call(id) } } }
    threads.each(&:join)
    described_class.new.stop(staff(:maren), number: circulation.number)
    described_class.new.resume(staff(:maren), number: circulation.number)
    work_jobs
    expect(JustSeal::Store::Docket.where(circulation_id: circulation.id).count).to eq(6)
    expect(standings(circulation)).to eq("invited" => 6)
  end

  it "asks nobody while it is stopped" do
    unit, = unit_with(2)
    circulation = draft_circulation({ "units" => [unit] })
    described_class.call(staff(:maren), number: circulation.number)
    described_class.new.stop(staff(:maren), number: circulation.number)
    work_jobs
    expect(standings(circulation)).to eq("waiting" => 2)
  end

  it "is not started without people, without a day, or to be signed in one piece" do
    circulation = draft_circulation({}, due_days: nil, act: "sign")
    points = JustSeal::Queries::CirculationPlan.new(circulation, now: office.now).points
    expect(points.select(&:blocks).map(&:reason)).to eq(%i[nobody_chosen one_is_not_signed no_deadline])
    expect { described_class.call(staff(:maren), number: circulation.number) }.to raise_error(JustSeal::Errors::Invalid)
  end

  it "is there for nobody but its owner, those with whom it is shared, and those who answer for records" do
    unit, = unit_with(1)
    circulation = draft_circulation({ "units" => [unit] })
    expect { described_class.call(staff(:joss), number: circulation.number) }.to raise_error(JustSeal::Errors::Missing)
    JustSeal::Operations::ShareCirculation.call(
      staff(:maren),
      number: circulation.number,
      lines: "Joss <joss@ravensholm.example>"
    )
    described_class.call(staff(:joss), number: circulation.number)
    expect { described_class.new.stop(staff(:rosalind), number: circulation.number) }.to raise_reason(
      JustSeal::Errors::Forbidden,
      :circulation_of_others,
      number: circulation.number
    )
  end
end
