# frozen_string_literal: true

require "securerandom"

RSpec.describe "Lists of records" do
  let(:mark) { "L#{SecureRandom.hex(4)}" }
  let(:place) { JustSeal::Operations::SaveCaseFile.call(staff(:maren), given: { "title" => "Place #{mark}" }) }

  def make(title, **particulars)
    capture(
      title: "#{title} #{mark}",
      case_file: place,
      particulars: { "vessel" => title }.merge(particulars.transform_keys(&:to_s))
    )
  end

  def titles(after: nil, **given)
    records_by({ "case" => place.code }.merge(given), after: after).rows.map do |row|
      row.record.title.delete_suffix(" #{mark}")
    end
  end

  before do
    make("Curlew", yearly_dues: "900", valid_from: "2027-03-01")
    make("avocet", yearly_dues: "18400.50")
    make("Brent", yearly_dues: "1000", valid_from: "2026-12-31")
  end

  it "are sorted by number, title, and any particular, both ways" do
    expect(titles).to eq(%w[Brent avocet Curlew])
    expect(titles("sort" => "captured", "direction" => "up")).to eq(%w[Curlew avocet Brent])
    expect(titles("sort" => "title")).to eq(%w[avocet Brent Curlew])
    expect(titles("sort" => "title", "direction" => "down")).to eq(%w[Curlew Brent avocet])
    expect(titles("sort" => "number")).to eq(%w[Curlew avocet Brent])
    expect(titles("class" => "MB", "sort" => "p:yearly_dues")).to eq(%w[Curlew Brent avocet])
    expect(titles("class" => "MB", "sort" => "p:valid_from", "direction" => "down")).to eq(%w[Curlew Brent avocet])
    expect(titles("sort" => "p:nonsense'; --")).to eq(%w[Brent avocet Curlew])
  end

  it "are paged by key in every order, without a gap or a repetition" do
    [
      {},
      { "sort" => "title" },
      { "sort" => "number", "direction" => "down" },
      { "class" => "MB", "sort" => "p:yearly_dues" },
      { "class" => "MB", "sort" => "p:valid_from" }
    ].each do |order|
      given = { "case" => place.code }.merge(order)
      key = nil
      seen = []
      loop do
        page = records_by(given, after: key, size: 1)
        seen += page.rows.map { |row| row.record.id }
        break unless (key = page.next_key)
      end
      expect(seen).to eq(records_by(given).rows.map { |row| row.record.id })
    end
    expect(titles(after: "bm9uc2Vuc2U")).to eq(%w[Brent avocet Curlew])
  end

  it "are narrowed by state, days, and any particular" do
    JustSeal::Operations::DraftDocket.call(
      staff(:maren),
      record: JustSeal::Store::Record.first(title: "avocet #{mark}")
    )
    expect(titles("state" => "draft")).to eq(["avocet"])
    expect(titles("state" => "none")).to eq(%w[Brent Curlew])
    today = office.zone.to_local(office.now).strftime("%Y-%m-%d")
    expect(
      [
        titles("from" => today, "to" => today).size,
        titles("from" => "2099-01-01").size,
        titles("to" => "2001-01-01").size,
        titles("from" => "31.02.2027").size
      ]
    ).to eq([3, 0, 0, 3])
    by = ->(fields) { titles("class" => "MB", "f" => fields) }
    expect(by.call("vessel" => "re")).to eq(["Brent"])
    expect(by.call("yearly_dues" => { "from" => "950", "to" => "20000" })).to eq(%w[Brent avocet])
    expect(by.call("valid_from" => { "from" => "2027-01-01" })).to eq(["Curlew"])
    expect(by.call("vessel" => "%", "yearly_dues" => { "from" => "x" })).to eq([])
    expect(by.call("vessel" => "\"'\\")).to eq([])
  end

  it "are the same by the parameters that their own address gives" do
    given = { "class" => "MB", "f" => { "vessel" => "Knot & Co", "valid_from" => { "from" => "2026-01-01" } } }
    filters = JustSeal::Queries::RecordFilters
    expect(filters.parse(filters.new(given, sight: sight).query)).to eq(given)
  end

  it "take a case file with all beneath it" do
    below = JustSeal::Operations::SaveCaseFile.call(
      staff(:maren),
      given: { "title" => "Below", "parent" => place.code }
    )
    capture(title: "Dunlin #{mark}", case_file: below)
    expect(titles.first).to eq("Dunlin")
    expect(titles("case" => "none such")).to eq([])
  end

  it "find the same records whether words are rare or frequent" do
    stub_const("JustSeal::Queries::RecordFind::PROBED", 2)
    expect(titles("find" => mark)).to eq(%w[Brent avocet Curlew])
    expect(records_by({ "find" => mark }, size: 1).rows.size).to eq(1)
    stub_const("JustSeal::Queries::RecordFind::FEW", 1)
    expect(titles("find" => mark, "sort" => "title")).to eq(%w[avocet Brent Curlew])
  end

  it "are kept as finds of one's own" do
    save = ->(who, title, query) { JustSeal::Operations::SaveFind.call(staff(who), title: title, query: query) }
    first = save.call(:maren, "Late #{mark}", "state=out")
    expect(save.call(:maren, "Late #{mark}", "state=draft").id).to eq(first.id)
    expect(save.call(:rosalind, "Late #{mark}", "x=1").id).not_to eq(first.id)
    expect { save.call(:maren, " ", "x") }.to raise_reason(JustSeal::Errors::Invalid, :title_of_find)
    expect { save.call(:maren, "x" * 81, "x") }.to raise_error(JustSeal::Errors::Invalid)
    JustSeal::Operations::ForgetFind.call(staff(:rosalind), first.id)
    expect(JustSeal::Store::SavedFind[first.id]).not_to be_nil
    JustSeal::Operations::ForgetFind.call(staff(:maren), first.id)
    expect(JustSeal::Store::SavedFind[first.id]).to be_nil
  end
end
