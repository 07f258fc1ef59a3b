# frozen_string_literal: true

# More parties than letters.
RSpec.describe "Dockets of many parties" do
  count = 28

  def many(count)
    draft = JustSeal::Operations::DraftDocket.call(staff(:maren), record: capture(title: "Minutes of the harbour day"))
    parties = JustSeal::Core::Dockets::Letters::ALL.first(count).map.with_index do |letter, index|
      {
        letter: letter,
        turn: index < count - 1 ? 1 : 2,
        act: "approve",
        kind: "outside",
        name: "Member #{index + 1}",
        email: "m#{index}-#{SecureRandom.hex(4)}@members.example",
        organisation: "Council"
      }
    end
    JustSeal::Operations::EditDocket.call(
      staff(:maren),
      number: draft.number,
      edits: 0,
      title: draft.title,
      message: "",
      deadline: office.now + (20 * 86_400),
      parties: parties
    )
  end

  it "go on with AA, act, and are sealed with all of them in order" do
    docket = JustSeal::Operations::SendDocket.call(staff(:maren), number: many(count).number)
    work_jobs
    expect(docket.parties.map(&:letter)).to eq([*"A".."Z", "AA", "AB"])
    docket.parties.map(&:letter).each { |letter| sign(docket, letter, mark: nil) }
    expect(docket.refresh.state).to eq("sealed")
    bytes = office.blobs.get(document(docket).sealed_sha256)
    report = JustSeal::Core::Pdf::Check.call(bytes, roots: office.roots, at: office.now)
    expect(report.verdict).to be(:intact)
    expect(report.revisions.count { |layer| layer.kind == :act }).to eq(count)
    certificate = JustSeal::Store::Version.first(docket_number: docket.number, kind: "certificate")
    text = words_of(office.blobs.get(certificate.sha256))
    expect(text).to include("AB  Member 28").or include("AB Member 28")
  end

  it "end at a hundred, which is said" do
    draft = many(100)
    expect(draft.parties.map(&:letter)).to eq(JustSeal::Core::Dockets::Letters::ALL)
    seats = ("A".."ZZ").first(101).map { |letter| { letter: letter, turn: 1, act: "approve", kind: "outside" } }
    problems = JustSeal::Operations::DraftProblems.new(seats, title: "Minutes", subject: "", message: "").to_h
    expect(reason_of(problems["parties"])).to eq(:too_many_parties)
  end
end
