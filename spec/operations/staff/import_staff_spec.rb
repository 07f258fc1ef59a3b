# frozen_string_literal: true

RSpec.describe JustSeal::Operations::ImportStaff do
  head = "email,name,role,unit,job_title\n"

  def plan(text) = described_class.new.plan(staff(:maren), text: text)
  def take(text, mark: plan(text).mark) = described_class.new.call(staff(:maren), text: text, mark: mark)
  def address = "i-#{SecureRandom.hex(4)}@ravensholm.example"

  it "says what would change before anything does, and then does it" do
    one = address
    two = address
    text = "\uFEFF#{head}#{one},Sigrun Vale,sender,Pier guards,Clerk\n#{two},Aud Vale,Auditor,Specs,\n"
    found = plan(text)
    expect([found.rows.map(&:kind), found.units]).to eq([%i[made made], ["Pier guards"]])
    expect(JustSeal::Store::Account.where(email: [one, two])).to be_empty
    take(text)
    work_jobs
    expect(JustSeal::Store::Account.where(email: [one, two]).order(:name).select_map(%i[role status_id]))
      .to eq([["auditor", 1], ["sender", 1]])
    expect(mails(one).first.subject).to include("Your account")
    expect(plan(text).rows.map(&:kind)).to eq(%i[same same])

    changed = text.sub("Clerk", "Head clerk").sub("Auditor", "sender")
    expect(plan(changed).rows.map(&:changes)).to eq([[%w[job_title Clerk] + ["Head clerk"]], [%w[role auditor sender]]])
    take(changed)
    expect(JustSeal::Store::Account.first(email: one).job_title).to eq("Head clerk")
  end

  it "names each line that is wrong, and then takes nothing" do
    one = address
    text = "#{head}#{one},,sender,Specs,\n#{address},A,king,Specs,\n#{one.upcase},B,sender,Specs,\nx,C,sender,,\n"
    found = plan(text)
    expect(found.rows.map { |row| [row.line, row.problems.keys] }).to eq(
      [[2, %w[name email]], [3, %w[role]], [4, %w[email]], [5, %w[email unit]]]
    )
    expect { take(text) }.to raise_reason(JustSeal::Errors::Invalid, :rows_wrong)
  end

  it "takes nothing where it would be something else by now" do
    text = "#{head}#{address},Sigrun,sender,Specs,\n"
    mark = plan(text).mark
    take(text, mark: mark)
    expect { take(text, mark: mark) }.to raise_reason(JustSeal::Errors::Conflict, :import_changed)
  end

  {
    "name\nX\n" => :columns_missing,
    "email,name,role,unit\n\"x" => :csv_unreadable,
    "email,name,role,unit\n\xFF\n" => :not_utf8
  }.each do |text, reason|
    it "refuses a file that is #{reason}" do
      expect { plan(text) }.to raise_reason(JustSeal::Errors::Invalid, reason)
    end
  end

  it "gives out what it takes in, without formulas" do
    JustSeal::Store::Account.create(name: "=cmd()", email: address, role: "sender", unit: "Specs")
    csv = JustSeal::Queries::StaffList.csv
    expect(csv.lines.first.chomp).to eq(described_class::COLUMNS.join(","))
    expect(csv).to include("'=cmd()")
  end
end
