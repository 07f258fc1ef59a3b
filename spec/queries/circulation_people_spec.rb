# frozen_string_literal: true

RSpec.describe JustSeal::Queries::CirculationPeople do
  include Circulated

  after { JustSeal::Store::SavedFind.where(title: "Leases").delete }

  def people(choice) = described_class.new(choice, sight: sight, owner_id: account(:maren).id)
  def names(choice) = people(choice).all.map(&:name)

  def contact(name)
    JustSeal::Operations::SaveContact.call(
      staff(:maren),
      given: {
        "name" => name,
        "email" => "c-#{SecureRandom.hex(5)}@sanderling.example",
        "organisation" => "Sanderling"
      }
    )
  end

  it "means staff of units with those beneath them, of roles, or all" do
    above, = unit_with(1)
    below, = unit_with(2)
    JustSeal::Store::Unit[below].update(above: above)
    auditor = colleague("Another auditor #{SecureRandom.hex(3)}", unit: below, role: "auditor")
    expect(names({ "units" => [above] })).to contain_exactly("#{above} 1", "#{below} 1", "#{below} 2", auditor.name)
    expect(names({ "roles" => ["auditor"] })).to include(auditor.name, "Rosalind Test")
    expect(names({ "roles" => ["auditor"] })).not_to include("#{above} 1")
    expect(names({ "everybody" => true }).size).to eq(JustSeal::Store::Account.live.count)
    expect(people({ "units" => [above] }).all.map(&:unit).uniq).to contain_exactly(above, below)
  end

  it "means the heads of units, or of all where none is chosen" do
    unit, (head,) = unit_with(2)
    other, (second,) = unit_with(1)
    JustSeal::Store::Unit[unit].update(head_id: head.id)
    JustSeal::Store::Unit[other].update(head_id: second.id)
    expect(names({ "heads" => true, "units" => [unit] })).to eq([head.name])
    expect(names({ "heads" => true })).to include(head.name, second.name)
  end

  it "means members of groups, people of lines, and nobody twice" do
    known = contact("Kit #{SecureRandom.hex(3)}")
    group = JustSeal::Operations::SaveGroup.call(
      staff(:maren),
      name: "Gang #{SecureRandom.hex(3)}",
      lines: [known.email, "joss@ravensholm.example"]
    )
    lines = "#{known.name}\nIna Marl <ina@marl.example>\nJOSS@ravensholm.example\nnobody that is known"
    found = people({ "groups" => [group.id.to_s], "lines" => lines })
    expect(found.all.map(&:name)).to eq([known.name, "Joss Test", "Ina Marl"])
    expect(found.all.map(&:kind)).to eq(%w[outside staff outside])
    expect(found.unknown).to eq(["nobody that is known"])
  end

  it "means people in particulars of what a saved find finds, of their owner alone" do
    mine = contact("Licensee #{SecureRandom.hex(3)}")
    record = capture(title: "Lease of #{SecureRandom.hex(4)}")
    kept = { "id" => mine.id, "name" => mine.name, "email" => mine.email }
    record.update(particulars: Sequel.pg_jsonb(record.particulars.to_h.merge("licensee" => kept)))
    find = JustSeal::Operations::SaveFind.call(staff(:maren), title: "Leases", query: "find=#{record.number}")
    expect(names({ "finds" => [find.id.to_s] })).to eq([mine.name])
    other = JustSeal::Operations::SaveFind.call(staff(:joss), title: "Leases", query: "find=#{record.number}")
    expect(names({ "finds" => [other.id.to_s] })).to eq([])
  end
end
