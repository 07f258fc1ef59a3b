# frozen_string_literal: true

# Nothing that threads share changes after it was made.
RSpec.describe "Many threads at once" do
  threads = 8
  times = 50

  # What +work+ returns, called +times+ by each of +threads+, all beginning at the same moment.
  def together(threads, times)
    start = Queue.new
    workers = Array.new(threads) do |number|
      Thread.new do
        start.pop
        Array.new(times) { |turn| yield number, turn }
      end
    end
    threads.times { start << true }
    workers.flat_map(&:value)
  end

  it "fill in and draw 400 acts with one set of faces, read by all of them for the first time" do
    docket = sent_docket
    party = party(docket, "A")
    document = document(docket)
    bytes = office.blobs.get(document.current_sha256)
    filling = { letter: "A", spots: party.spots_on(document), foot: "Ines Halloran", faces: nil }
    filling[:faces] = JustSeal::Core::Pdf::FontSet.new(JustSeal::Office::FACES)
    looks = together(threads, times) do |number, turn|
      mark = { "typed" => "Ines #{number} #{turn} Гюль 小林" }
      values = filling[:spots].to_h { |spot| [spot.name, spot.kind == "signature" ? mark : "8 December 2026"] }
      JustSeal::Core::Pdf::ApplyPartySignature.look(bytes, **filling, values: values)
    end
    expect(looks.size).to eq(400)
    expect(looks.map { |look| look[0, 5] }.uniq).to eq(["%PDF-"])
    expect(looks.uniq.size).to eq(400)
  end

  it "act, each on a docket of its own, in the same moment" do
    dockets = Array.new(threads) { sent_docket }
    visitors = dockets.map { |docket| enter_room(docket, "A") }
    fresh = JustSeal::Office.new(office.settings)
    allow(JustSeal).to receive(:office).and_return(fresh)
    states = together(threads, 1) do |number, _|
      visitor, sha256 = visitors[number]
      JustSeal::Operations::ActOnDocket.call(visitor, seen: { 1 => sha256 }, mark: { "typed" => "Ines" }).state
    end
    expect(states).to eq(["done"] * threads)
  end

  it "make each part of the office once" do
    fresh = JustSeal::Office.new(office.settings)
    parts = together(threads, 20) { [fresh.faces, fresh.blobs, fresh.keys, fresh.secret_box].map(&:object_id) }
    expect(parts.uniq.size).to eq(1)
  end

  it "know that what they share can't be changed" do
    expect(
      [
        office.faces,
        JustSeal::Core::Fields::Kinds::ALL,
        JustSeal::Core::Assurance::Methods::ALL
      ]
    ).to all(be_frozen)
  end
end
