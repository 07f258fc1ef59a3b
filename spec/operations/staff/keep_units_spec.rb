# frozen_string_literal: true

RSpec.describe JustSeal::Operations::KeepUnits do
  def save(name, **more) = described_class.new.save(staff(:maren), name: name, **more)
  def fresh = "Unit #{SecureRandom.hex(3)}"

  it "makes a tree, whose rows come each after the one above" do
    top, middle, low = Array.new(3) { fresh }
    save(top)
    save(middle, above: top, head_id: account(:edda).id)
    save(low, above: middle)
    rows = JustSeal::Queries::UnitTree.new.rows.select { |row| [top, middle, low].include?(row.name) }
    expect(rows.map { |row| [row.name, row.depth] }).to eq([[top, 0], [middle, 1], [low, 2]])
    expect(rows[1].unit.head.name).to eq("Edda Test")
    expect(JustSeal::Store::Unit.upwards(low)).to contain_exactly(low, middle, top)
    expect(JustSeal::Store::Unit.downwards(top)).to contain_exactly(low, middle, top)
  end

  it "refuses circles, names that are none, and heads that are nobody" do
    top = fresh
    low = fresh
    save(top)
    save(low, above: top)
    expect { save(top, above: low) }.to raise_reason(JustSeal::Errors::Invalid, :unit_beneath_itself)
    expect { save(top, above: top) }.to raise_reason(JustSeal::Errors::Invalid, :unit_beneath_itself)
    expect { save("  ") }.to raise_reason(JustSeal::Errors::Invalid, :unit_name)
    expect { save(fresh, above: "Nowhere") }.to raise_reason(JustSeal::Errors::Invalid, :unit_unknown)
    expect { save(fresh, head_id: 0) }.to raise_reason(JustSeal::Errors::Invalid, :member_missing)
  end

  it "lets no circle come of two changes at once" do
    one = fresh
    two = fresh
    [one, two].each { |name| save(name) }
    results = [[one, two], [two, one]].map do |name, above|
      Thread.new do
        save(name, above: above) && :done
      rescue JustSeal::Errors::Invalid
        :refused
      end
    end.map(&:value)
    expect(results).to contain_exactly(:done, :refused)
  end

  it "ends one to which nobody belongs, and no other" do
    top = fresh
    low = fresh
    save(top)
    save(low, above: top)
    expect do
      described_class.new.end(staff(:maren), name: top)
    end.to raise_reason(JustSeal::Errors::Conflict, :unit_in_use)
    expect { described_class.new.end(staff(:maren), name: "Specs") }
      .to raise_reason(JustSeal::Errors::Conflict, :unit_in_use)
    described_class.new.end(staff(:maren), name: low)
    described_class.new.end(staff(:maren), name: top)
    expect(JustSeal::Queries::Choices.units).not_to include(top, low)
    expect(entries_of("staff").last(2).map { |entry| entry["kind"] }).to eq(%w[unit.ended unit.ended])
  end

  it "counts who is of a unit as of those above, where case files and templates are limited" do
    top = fresh
    low = fresh
    save(top)
    save(low, above: top)
    person = JustSeal::Store::Account.create(
      name: "Aud",
      email: "#{SecureRandom.hex(4)}@x.example",
      role: "sender",
      unit: low
    )
    file = JustSeal::Store::CaseFile.create(
      code: "UN-#{SecureRandom.hex(2).upcase}",
      title: "Of a unit",
      opened_at: Time.now,
      access: Sequel.pg_jsonb("see" => { "units" => [top] })
    )
    expect(JustSeal::Queries::VisibleScope.new(person).see?(file)).to be(true)
    expect(JustSeal::Queries::VisibleScope.new(account(:tobias)).see?(file)).to be(false)
  ensure
    file&.update(access: Sequel.pg_jsonb({}))
  end

  it "ends no unit into which people of a provider's groups are put" do
    name = "Pilots #{SecureRandom.hex(3)}"
    described_class.new.save(staff(:maren), name: name)
    place = { "group" => "pilots", "role" => "sender", "unit" => name }
    JustSeal::Store::OfficeChoices.set("sign_on", JSON.generate("places" => [place]))
    expect { described_class.new.end(staff(:maren), name: name) }
      .to raise_reason(JustSeal::Errors::Conflict, :unit_of_groups)
    JustSeal::Store::OfficeChoices.set("sign_on", nil)
    described_class.new.end(staff(:maren), name: name)
    expect(JustSeal::Store::Unit[name].ended_at).not_to be_nil
  ensure
    JustSeal::Store::OfficeChoices.set("sign_on", nil)
  end
end
