# frozen_string_literal: true

RSpec.describe "Preparing a docket" do
  let(:draft) { ready_draft }

  def edit(docket, **changes)
    values = { title: docket.title, message: "", deadline: Time.now + 86_400, parties: [] }.merge(changes)
    JustSeal::Operations::EditDocket.call(staff(:maren), number: docket.number, edits: docket.edits, **values)
  end

  it "gives a record one open docket at a time" do
    record = capture
    JustSeal::Operations::DraftDocket.call(staff(:maren), record: record)
    expect do
      JustSeal::Operations::DraftDocket.call(staff(:tobias), record: record)
    end.to raise_reason(JustSeal::Errors::Conflict, :in_docket_already)
  end

  it "lets only one of two who begin at once succeed" do
    record = capture
    results = Array.new(2) do
      Thread.new do
        JustSeal::Operations::DraftDocket.call(
          staff(:maren),
          record: JustSeal::Store::Record[record.id]
        )
      rescue StandardError
        $ERROR_INFO
      end
    end.map(&:value)
    expect(results.map(&:class)).to contain_exactly(JustSeal::Store::Docket, JustSeal::Errors::Conflict)
  end

  it "tells the second of two editors, and changes nothing" do
    docket = draft
    edit(docket, title: "First", parties: [])
    expect do
      edit(
        docket.dup.tap do |old|
          old.edits -= 1
        end,
        title: "Second"
      )
    end.to raise_reason(JustSeal::Errors::Conflict, :docket_saved_meanwhile)
    expect(docket.refresh.title).to eq("First")
  end

  it "is for the owner and for administrators" do
    docket = ready_draft(sender: :tobias)
    values = { number: docket.number, edits: docket.edits, title: "x", message: "", deadline: nil, parties: [] }
    expect { JustSeal::Operations::EditDocket.call(staff(:joss), **values) }.to raise_error(JustSeal::Errors::Forbidden)
    expect do
      JustSeal::Operations::EditDocket.call(staff(:rosalind), **values)
    end.to raise_error(JustSeal::Errors::Forbidden)
    expect(JustSeal::Operations::EditDocket.call(staff(:maren), **values).title).to eq("x")
  end

  it "is entered once for a sitting, however often the form saves itself, and anew for somebody else and later" do
    docket = edit(draft, title: "One")
    before = kinds(docket).size
    docket = edit(edit(docket, title: "Two"), title: "Three")
    expect([kinds(docket).size, docket.edits]).to eq([before, docket.refresh.edits])
    clock.offset += 601
    docket = edit(docket, title: "Four")
    expect(kinds(docket).size).to eq(before + 1)
    account(:tobias).update(role: "administrator")
    JustSeal::Operations::EditDocket.call(
      staff(:tobias),
      number: docket.number,
      edits: docket.edits,
      title: "Five",
      message: "",
      deadline: nil,
      parties: []
    )
    expect(kinds(docket).size).to eq(before + 2)
  ensure
    account(:tobias).update(role: "sender")
  end

  it "makes one line of titles and names, so that nothing gets into the head of a mail" do
    party = {
      letter: "A",
      turn: 1,
      act: "sign",
      kind: "outside",
      account_id: nil,
      name: "Ines\r\nBcc: all@b.example",
      email: "i@b.example\n",
      organisation: "\u202Egnillpihs"
    }
    docket = edit(draft, title: "Licence\nBcc: all@b.example", parties: [party])
    expect(docket.title).to eq("Licence Bcc: all@b.example")
    expect(docket.parties_dataset.first.values).to include(
      name: "Ines Bcc: all@b.example",
      email: "i@b.example",
      organisation: "gnillpihs"
    )
  end

  it "refuses texts that are too long, naming each" do
    expect do
      edit(draft, title: "x" * 301, message: "y" * 4001)
    end.to raise_error(JustSeal::Errors::Invalid) { |e| expect(e.problems.keys).to eq(%w[title message]) }
  end

  [
    nil,
    "fields",
    [
      1
    ],
    [
      { "kind" => "seal" }
    ],
    [{ "kind" => "signature", "party" => "A", "page" => 0, "x" => 1, "y" => 1, "width" => 150, "height" => 30 }],
    [{ "kind" => "signature", "party" => "A", "page" => 1, "x" => 1, "y" => 1, "width" => 5, "height" => 30 }],
    [{ "kind" => "signature", "party" => "Z", "page" => 1, "x" => 1, "y" => 1, "width" => 150, "height" => 30 }]
  ].each do |nonsense|
    it "refuses the fields #{nonsense.inspect[0, 60]}" do
      docket = draft
      expect do
        JustSeal::Operations::PlaceFields.call(
          staff(:maren),
          number: docket.number,
          edits: docket.edits,
          fields: nonsense
        )
      end.to raise_error(JustSeal::Errors::Invalid)
    end
  end

  it "forgets the fields of a party that is taken off" do
    docket = edit(draft)
    expect(docket.documents.first.fields_dataset.count).to eq(0)
  end

  describe "when a newer version appears" do
    let(:record) { capture }
    let(:draft) { ready_draft(record: record) }

    def points
      JustSeal::Queries::DocketReadiness.call(draft.refresh, now: office.now).to_h do |point|
        [point.reason, point.facts.slice(:number, :name)]
      end
    end

    def revise(bytes: pdf("Revised"))
      JustSeal::Operations::TakeForRevision.call(staff(:maren), number: record.number)
      JustSeal::Operations::BringBack.call(
        staff(:maren),
        number: record.number,
        bytes: bytes,
        file_name: "r.pdf",
        why: "Mended."
      )
    end

    it "says so, and puts it in when asked, with the fields that have a page" do
      expect(points).to eq({})
      JustSeal::Operations::PlaceFields.call(
        staff(:maren),
        number: draft.number,
        edits: draft.edits,
        fields: usual_fields + [field("B", y: 300.0, page: 2)]
      )
      version = revise
      expect(points).to eq(newer_version: { number: 2 })
      JustSeal::Operations::TakeNewestVersion.call(staff(:maren), number: draft.number)
      expect([document(draft).version_id, document(draft).fields.map(&:page).uniq, points]).to eq([version.id, [1], {}])
      expect do
        JustSeal::Operations::TakeNewestVersion.call(
          staff(:maren),
          number: draft.number
        )
      end.to raise_reason(JustSeal::Errors::Conflict, :newest_already)
    end

    it "says so as long as somebody revises it, and not once it is sent" do
      draft
      JustSeal::Operations::TakeForRevision.call(staff(:tobias), number: record.number)
      expect(points).to eq(being_revised: { name: "Tobias Test" })
      JustSeal::Operations::FreeRecord.call(staff(:tobias), number: record.number)
      JustSeal::Operations::SendDocket.call(staff(:maren), number: draft.number)
      expect do
        JustSeal::Operations::TakeNewestVersion.call(
          staff(:maren),
          number: draft.number
        )
      end.to raise_reason(JustSeal::Errors::Conflict, :not_a_draft)
    end
  end
end
