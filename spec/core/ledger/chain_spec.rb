# frozen_string_literal: true

RSpec.describe JustSeal::Core::Ledger::Chain do
  entry = JustSeal::Core::Ledger::Entry
  rows = (1..4).each_with_object([]) do |seq, all|
    opening = entry.opening(
      docket: "RH-1",
      kind: "docket.edited",
      at: Time.utc(2026, 11, 24, 9, seq),
      actor: { "kind" => "staff", "name" => "Maren Oake" },
      facts: { "edit" => seq }
    )
    text = entry.close(opening, prev: all.last ? all.last[1] : entry::GENESIS, seq: seq)
    all << [text, entry.digest(text)]
  end.freeze
  head = [4, rows.last[1]].freeze

  define_method(:faults) do |tampered, at = head|
    described_class.verify(tampered, docket: "RH-1", head: at).faults.map do |fault|
      [fault.seq, fault.reason]
    end
  end
  define_method(:with) { |index, row| rows.dup.tap { |copy| copy[index] = row } }

  it "holds when nothing was touched" do
    expect(
      described_class.verify(
        rows,
        docket: "RH-1",
        head: head
      )
    ).to have_attributes(holds?: true, entries: 4, head: rows.last[1])
  end

  it "holds for a docket without entries" do
    expect(faults([], nil)).to eq([])
  end

  it "finds a changed entry" do
    expect(faults(with(1, [rows[1][0].sub("Maren", "Moren"), rows[1][1]]))).to eq([[2, :hash_differs]])
  end

  it "finds a changed entry with a fresh hash by the entry after it" do
    text = rows[1][0].sub("Maren", "Moren")
    expect(faults(with(1, [text, entry.digest(text)]))).to eq([[3, :prev_differs]])
  end

  it "finds an entry that was taken out" do
    expect(faults([rows[0], rows[2], rows[3]])).to include([2, :gap], [2, :prev_differs], [3, :tail_cut])
  end

  it "finds two entries that were swapped" do
    expect(faults([rows[0], rows[2], rows[1], rows[3]]).map(&:last)).to include(:gap, :prev_differs)
  end

  it "finds a tail that was cut off, by the head" do
    expect(faults(rows.first(3))).to eq([[3, :tail_cut]])
  end

  it "finds a chain that was written anew with good hashes, by the head" do
    expect(faults(rows, [4, "0" * 64])).to eq([[4, :tail_cut]])
  end

  it "finds an entry of another docket" do
    expect(described_class.verify(rows, docket: "RH-2").faults.map(&:reason).uniq).to eq([:other_docket])
  end

  it "finds text that is not canonical, and text that is no JSON" do
    loose = rows[0][0].sub(',"at"', ', "at"')
    expect(faults(with(0, [loose, entry.digest(loose)]))).to include([1, :text_not_canonical])
    expect(faults(with(0, ["{", entry.digest("{")]))).to include([1, :text_not_canonical])
  end
end
