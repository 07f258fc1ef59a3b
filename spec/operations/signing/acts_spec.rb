# frozen_string_literal: true

RSpec.describe "Parties with different acts" do
  def outside(letter, turn, act, **more)
    {
      letter: letter,
      turn: turn,
      act: act,
      kind: "outside",
      account_id: nil,
      name: "Party #{letter}",
      email: "#{letter.downcase}-#{SecureRandom.hex(4)}@s.example",
      organisation: "",
      note: "",
      **more
    }
  end

  def draft_with(*parties, fields: [field("A")])
    docket = JustSeal::Operations::DraftDocket.call(staff(:maren), record: capture)
    docket = JustSeal::Operations::EditDocket.call(
      staff(:maren),
      number: docket.number,
      edits: 0,
      title: "All acts",
      message: "For all.",
      deadline: office.now + (10 * 86_400),
      parties: parties
    )
    JustSeal::Operations::PlaceFields.call(staff(:maren), number: docket.number, edits: docket.edits, fields: fields)
  end

  def send_out(draft) = JustSeal::Operations::SendDocket.call(staff(:maren), number: draft.number).tap { work_jobs }
  let(:docket) do
    send_out(
      draft_with(
        outside("A", 1, "sign"),
        outside("B", 4, "approve", note: "Only for B."),
        outside("C", 7, "acknowledge"),
        outside("D", 9, "receive")
      )
    )
  end

  it "act one after the other, and the document is sealed with a signature for each who acts" do
    expect(
      docket.parties_dataset.order(:letter).select_map(
        %i[
          letter
          turn
          state
        ]
      )
    ).to eq(
      [
        ["A", 1, "invited"],
        ["B", 2, "waiting"],
        ["C", 3, "waiting"],
        ["D", 4, "waiting"]
      ]
    )
    sign(docket, "A")
    sign(docket, "B", mark: nil)
    expect(docket.refresh.state).to eq("out")
    sign(docket, "C", mark: nil)
    expect(docket.refresh).to have_attributes(state: "sealed")
    expect(docket.parties_dataset.select_map(%i[letter state])).to eq([%w[A done], %w[B done], %w[C done], %w[D done]])
    sealed = office.blobs.get(document(docket).sealed_sha256)
    report = JustSeal::Core::Pdf::Check.call(sealed, roots: office.roots, at: Time.now)
    expect(
      [
        report.verdict,
        report.signatures.map(&:signer).first(4)
      ]
    ).to eq(
      [
        :intact,
        [
          report.signatures.first.signer,
          "Party A",
          "Party B",
          "Party C"
        ]
      ]
    )
    output, = run_on(sealed, "pdfsig")
    expect(output.scan("Signature is Valid.").size).to eq(4)
    expect(sealed).to include(
      "Approved. Witnessed for Party B, level 1",
      "Acknowledged. Witnessed for Party C, level 1"
    )
    certificate = JustSeal::Store::Version.first(docket_number: docket.number, kind: "certificate")
    expect(words_of(office.blobs.get(certificate.sha256))).to include(
      "approved on",
      "acknowledged on",
      "Receives a copy"
    )
    expect(mails_to(party(docket, "D").email).map(&:subject)).to eq(["Sealed: All acts"])
  end

  it "are asked in words that fit, and read their own notes only" do
    sign(docket, "A")
    mail = mails_to(party(docket, "B").email).first
    expect(mail.subject).to eq("Please approve: All acts")
    expect(mail.text_part.decoded).to include("asks you to approve", "Only for B.", "For all.")
    expect(mails_to(party(docket, "A").email).map { |one| one.text_part.decoded }.join).not_to include("Only for B.")
  end

  it "act on exactly the bytes that they saw, approving or not" do
    sign(docket, "A")
    visitor, = enter_room(docket, "B")
    expect do
      JustSeal::Operations::ActOnDocket.call(visitor, seen: { 1 => "0" * 64 }, mark: nil)
    end.to raise_error(JustSeal::Errors::Conflict)
    visitor, sha256 = enter_room(docket, "B")
    JustSeal::Operations::ActOnDocket.call(visitor, seen: { 1 => sha256 }, mark: nil)
    expect do
      JustSeal::Operations::ActOnDocket.call(visitor, seen: { 1 => sha256 }, mark: nil)
    end.to raise_error(JustSeal::Errors::Conflict)
    expect(office.blobs.get(document(docket).current_sha256)).to start_with(office.blobs.get(sha256))
  end

  it "can't all be receivers, and need a signature field only to sign" do
    points = lambda do |draft|
      JustSeal::Queries::DocketReadiness.call(draft, now: office.now).select(&:blocks).map(&:reason)
    end
    expect(points.call(draft_with(outside("A", 1, "receive"), fields: []))).to eq([:no_party])
    expect(points.call(draft_with(outside("A", 1, "approve"), fields: []))).to eq([])
    expect(points.call(draft_with(outside("A", 1, "sign"), fields: []))).to eq([:no_signature_field])
  end

  it "are looked at for addresses that were mistyped, for people twice, and for staff asked as outsiders" do
    unless JustSeal::Store::Contact.at("wilma@sundtowage.example")
      JustSeal::Operations::SaveContact.call(
        staff(:maren),
        given: { "name" => "Wilma Sund", "email" => "wilma@sundtowage.example" }
      )
    end
    draft = draft_with(
      outside("A", 1, "sign", email: "wilma@sundtowgae.example"),
      outside("B", 2, "approve", name: "party a", email: "joss@ravensholm.example")
    )
    found = JustSeal::Queries::DocketReadiness.call(draft, now: office.now).reject(&:blocks)
    expect(
      found.to_h do |point|
        [point.reason, point.facts]
      end
    ).to include(
      address_resembles: { address: "wilma@sundtowgae.example", meant: "wilma@sundtowage.example" },
      staff_as_outside: { name: "party a" },
      same_name_twice: { name: "party a" }
    )
  end

  it "read the message with their own name in it, and a mark that means nothing is told before sending" do
    draft = draft_with(outside("A", 1, "sign", note: "Only for {{name}}."), outside("B", 1, "approve"))
    edit = lambda do |message|
      JustSeal::Operations::EditDocket.call(
        staff(:maren),
        number: draft.number,
        edits: draft.refresh.edits,
        title: "All acts",
        message: message,
        deadline: office.now + 864_000,
        parties: draft.parties.map do |one|
          one.values.slice(:letter, :turn, :act, :kind, :account_id, :name, :email, :organisation, :note)
        end
      )
    end
    edit.call("Dear {{nmae}}")
    expect(
      JustSeal::Queries::DocketReadiness.call(draft.refresh, now: office.now).select(&:blocks).map do |point|
        [point.reason, point.facts]
      end
    ).to eq([[:unknown_mark, { marks: "{{nmae}}" }]])
    edit.call("Dear {{name}}, {{title}} from {{sender}}")
    send_out(draft)
    texts = %w[A B].map { |letter| mails_to(party(draft, letter).email).first.text_part.decoded }
    expect(texts[0]).to include("Dear Party A, All acts from Maren Test", "Only for Party A.")
    expect(texts[1]).to include("Dear Party B, All acts from Maren Test")
  end

  it "are at most as many as there are letters" do
    most = JustSeal::Core::Dockets::Letters::MAX
    parties = ("A".."ZZ").first(most + 1).map.with_index(1) { |letter, number| outside(letter, number, "approve") }
    expect { draft_with(*parties) }.to raise_reason(JustSeal::Errors::Invalid, :too_many_parties)
  end
end
