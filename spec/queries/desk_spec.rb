# frozen_string_literal: true

require "securerandom"

RSpec.describe JustSeal::Queries::Desk do
  let(:access) { { "see" => { "units" => ["Elsewhere"] } } }
  let(:closed) do
    JustSeal::Operations::SaveCaseFile.call(
      staff(:maren),
      given: { "title" => "Closed #{SecureRandom.hex(3)}", "access" => access }
    )
  end

  def desk(name) = described_class.new(account(name), now: office.now)

  it "holds dockets by what they wait for, with their parties, and counts them" do
    before = desk(:maren).out_count
    docket = sent_docket
    docket.update(deadline: office.now + JustSeal::Core::Dockets::Reminders::LATE_SECONDS + 60)
    expect(desk(:maren).out_count).to eq(before + 1)
    row = desk(:maren).out.find { |one| one.docket.number == docket.number }
    expect(row.parties.map(&:letter)).to eq(docket.parties.map(&:letter))
    expect(desk(:tobias).out.map { |one| one.docket.number }).not_to include(docket.number)
  end

  it "calls late what will lapse soon" do
    docket = sent_docket
    docket.update(deadline: office.now + 3600)
    expect(desk(:maren).late.map { |row| row.docket.number }).to include(docket.number)
    expect(desk(:maren).out.map { |row| row.docket.number }).not_to include(docket.number)
  end

  it "neither shows nor counts records of case files that are closed to this person" do
    counts = %i[maren tobias].to_h { |name| [name, desk(name).to_be_sent_count] }
    record = capture(case_file: closed)
    expect(desk(:maren).to_be_sent.map(&:number)).to include(record.number)
    expect(desk(:tobias).to_be_sent.map(&:number)).not_to include(record.number)
    expect(desk(:maren).to_be_sent_count).to eq(counts[:maren] + 1)
    expect(desk(:tobias).to_be_sent_count).to eq(counts[:tobias])
  end

  it "is nobody's from outside, whose limits it does not know" do
    guest = account(:maren)
    guest.role = "outside"
    expect { described_class.new(guest, now: office.now) }.to raise_reason(JustSeal::Errors::Forbidden, :role_forbids)
  end

  it "goes on where a column is added while a process runs" do
    sent_docket
    numbers = -> { desk(:maren).out.map { |row| row.docket.number } }
    before = numbers.call
    Sequel.connect(ENV.fetch("JUST_SEAL_OWNER_DATABASE_URL")) do |owner|
      owner.run("ALTER TABLE dockets ADD COLUMN added_later text")
      expect(numbers.call).to eq(before).and be_any
    ensure
      owner.run("ALTER TABLE dockets DROP COLUMN IF EXISTS added_later")
    end
  end
end
