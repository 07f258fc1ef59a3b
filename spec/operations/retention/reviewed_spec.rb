# frozen_string_literal: true

RSpec.describe JustSeal::Operations::ReviewRecords do
  include Audited
  include Transferred
  include Pages

  ops = JustSeal::Operations
  errors = JustSeal::Errors

  before { open_office }

  after do
    lift_holds
    close_office
  end

  # A class whose records are to be looked at on the day after they were captured.
  def looked_at_class
    certificates
    kept_class.tap { |code| keep_schedule(code, schedule(count: 0, action: "review")) }
  end

  def decide(*records, actor: :maren, outcome: "keep", **said)
    numbers = records.map(&:number)
    described_class.call(staff(actor), numbers: numbers, outcome: outcome, because: "Of use.", **said)
  end

  def counted(record)
    JustSeal::Operations::CountRetention.call
    JustSeal::Store.db[:retentions].first(record_id: record.id)
  end

  it "keeps a record until another day, on which it is looked at again, or for good" do
    record = kept_record(looked_at_class)
    first = today + 1
    days_later
    decide(record, keep_until: today + 10)
    expect(JustSeal::Store.db[:retentions].first(record_id: record.id)).to include(action: "review", due_on: today + 10)
    expect(retention(record).review).to have_attributes(outcome: "keep", due_on: first)
    days_later(12)
    expect(retention(record).due.by?(today)).to be(true)
    decide(record)
    expect(counted(record)).to include(action: "keep", due_on: nil)
    expect(entries_of(record.number).last(2)).to match(
      [
        include("kind" => "record.reviewed", "facts" => include("keep_until", "due_on" => first.iso8601)),
        include("kind" => "record.reviewed", "facts" => include("outcome" => "keep", "due_on" => first.iso8601))
      ]
    )
  end

  it "has a record destroyed by two, and its stub says who decided that" do
    code = looked_at_class
    record, other = Array.new(2) { kept_record(code) }
    known = found_by_audit
    days_later
    expect { disposal(code) }.to raise_error(errors::Invalid)
    decide(record, outcome: "destroy", actor: :edda)
    expect(counted(record)).to include(action: "destroy", due_on: today - 1)
    list = disposal(code)
    expect(list.lines.map(&:record_id)).to eq([record.id])
    carried_out(list)
    expect(record.refresh).to be_destroyed
    expect { decide(record) }.to raise_reason(errors::Missing, :record_destroyed)
    stub = JSON.parse(JustSeal::Store::Stub[record.id].body)
    expect(stub.dig("decided", "schedule")).to include("review" => include("by" => "Edda Test"))
    expect(JustSeal::Store::RecordReview.where(record_id: record.id).select_map(:because)).to eq([""])
    expect(other.refresh).not_to be_destroyed
    sign_in(:maren)
    open_page("/records/#{record.number}")
    expect(text).to include("Edda Test decided that on")
    found = found_by_audit
    expect(found.select { |one| one.inspect.include?(record.number) }).to eq([])
    expect((found - known).map(&:code)).not_to include(:row_differs)
  end

  it "has a record handed over" do
    code = looked_at_class
    record = kept_record(code)
    days_later
    first = decide(record, outcome: "transfer").first
    counted(record)
    transfer = ops::PrepareTransfer.call(
      staff(:maren),
      title: "Transfer of a spec",
      archive: "Archive of the Coast",
      due_by: today,
      record_class: JustSeal::Store::RecordClass.first(code: code)
    )
    expect(transfer.lines.map(&:record_id)).to eq([record.id])
    expect { decide(record) }.to raise_reason(errors::Conflict, :on_list_now)
    ops::ReviewTransfer.new.end(staff(:maren), number: transfer.number)
    expect { decide(record) }.to raise_reason(errors::Conflict, :reviewed_meanwhile)
    expect(decide(record, seen: first.id).first.outcome).to eq("keep")
  end

  it "is decided once by two at once, and anew only by who saw what was decided" do
    record = kept_record(looked_at_class)
    days_later
    ended = %w[keep destroy].zip(%i[maren edda]).map do |outcome, name|
      Thread.new do
        decide(record, outcome: outcome, actor: name)
        :decided
      rescue JustSeal::Errors::Conflict => e
        e.reason
      end
    end
    expect(ended.map(&:value)).to contain_exactly(:decided, :reviewed_meanwhile)
    first = JustSeal::Store::RecordReview.where(record_id: record.id).all
    expect(first.size).to eq(1)
    expect(decide(record, seen: first.first.id, keep_until: today + 9).size).to eq(1)
    expect { decide(record, seen: first.first.id) }.to raise_reason(errors::Conflict, :reviewed_meanwhile)
  end

  it "is decided of what an archive has confirmed, and stayed here" do
    code = archive_class
    record = kept_record(code)
    days_later
    received(packed(transfer(code)), "#{record.number}; A-1")
    at_the_right_time { keep_schedule(code, schedule(count: 0, action: "review"), version: 1) }
    expect(decide(record, outcome: "destroy").size).to eq(1)
  end

  it "is void once the schedule has it looked at on another day" do
    code = looked_at_class
    record = kept_record(code)
    days_later
    decide(record, outcome: "destroy")
    keep_schedule(code, schedule(count: 30, action: "review"), version: 1)
    expect(counted(record)).to include(action: "review", due_on: be > today)
    expect(retention(record).review).to be_nil
    expect { decide(record) }.to raise_reason(errors::Conflict, :not_for_review)
  end

  it "decides on all that were chosen, or on none, and asks for what is missing" do
    code = looked_at_class
    old = kept_record(code)
    days_later
    young = kept_record(code)
    expect { decide(old, young) }.to raise_reason(errors::Conflict, :not_for_review)
    expect { decide(old, keep_until: today) }.to raise_error(errors::Invalid) { |e|
      expect(e.problems).to eq("keep_until" => :keep_until_past)
    }
    expect { decide(old, keep_until: Date.new(99_999)) }.to raise_error(errors::Invalid) { |e|
      expect(e.problems["keep_until"].reason).to eq(:keep_until_far)
    }
    expect { described_class.call(staff(:maren), numbers: [], outcome: "burn", because: " ") }
      .to raise_error(errors::Invalid) { |e| expect(e.problems.keys).to eq(%w[records outcome because]) }
    expect { decide(old, actor: :joss) }.to raise_reason(errors::Forbidden, :role_forbids)
    hold("record" => [old.number])
    expect { decide(old, outcome: "destroy") }.to raise_reason(errors::Conflict, :record_held)
    expect(JustSeal::Store::RecordReview.where(record_id: [old.id, young.id]).count).to eq(0)
    expect(decide(old).size).to eq(1)
  end

  it "saves a record from a list that was prepared while somebody decided to keep it" do
    code = looked_at_class
    record, other = Array.new(2) { kept_record(code) }
    days_later
    decide(record, other, outcome: "destroy")
    list = disposal(code)
    approved(list)
    allow(JustSeal::Queries::OpenLists).to receive(:open).and_return(JustSeal::Store::DisposalLine.where(id: nil))
    decide(record, seen: retention(record).review.id)
    work_jobs
    expect([outcome(list, record), outcome(list, other)]).to eq(%w[refused destroyed])
    expect(record.refresh).not_to be_destroyed
  end
end
