# frozen_string_literal: true

RSpec.describe "Wording, time and options of a docket" do
  ops = JustSeal::Operations

  def edit(draft, **changes)
    parties = draft.parties.map do |party|
      party.values.slice(:letter, :turn, :act, :kind, :account_id, :name, :email, :organisation)
    end
    JustSeal::Operations::EditDocket.call(
      staff(:maren),
      number: draft.number,
      edits: draft.edits,
      title: draft.title,
      message: "",
      deadline: draft.deadline,
      parties: parties,
      **changes
    )
  end

  def problems
    yield.then { {} }
  rescue StandardError
    $ERROR_INFO.problems.transform_values { |problem| reason_of(problem) }
  end
  let(:outsider) { "watch-#{SecureRandom.hex(4)}@board.example" }
  let(:draft) { ready_draft }

  def finish(draft)
    docket = JustSeal::Operations::SendDocket.call(staff(:maren), number: draft.number).tap { work_jobs }
    %w[A B].each { |letter| sign(docket, letter) }
    docket.refresh
  end

  it "reckons working days from the day of sending, without weekends and holidays" do
    days = JustSeal::Core::Dockets::WorkingDays
    expect(
      days.after(
        Date.new(2026, 12, 23),
        3,
        [Date.new(2026, 12, 25), Date.new(2026, 12, 28)]
      )
    ).to eq(Date.new(2026, 12, 30))
    expect(days.after(Date.new(2026, 11, 28), 1, [])).to eq(Date.new(2026, 11, 30))
    ready = edit(draft, deadline_days: 5)
    clock.offset += 4 * 86_400
    docket = JustSeal::Operations::SendDocket.call(staff(:maren), number: ready.number)
    expected = ops::EditDocket.closing(days.after(office.zone.to_local(office.now).to_date, 5, []), office)
    expect(docket.deadline).to eq(expected)
  end

  it "fills the marks of the subject for each" do
    docket = JustSeal::Operations::SendDocket.call(
      staff(:maren),
      number: edit(draft, subject: "{{name}}: {{title}} of {{office}}").number
    ).tap do
      work_jobs
    end
    expect(
      mails_to(
        party(
          docket,
          "A"
        ).email
      ).first.subject
    ).to eq("Ines Halloran: #{docket.title} of #{office.name}")
    expect(
      JustSeal::Queries::DocketReadiness.call(
        edit(ready_draft, subject: "{{nmae}}"),
        now: office.now
      ).map(&:reason)
    ).to eq([:unknown_mark])
  end

  it "hands out a copy while a party may act and for a while after, with its own signature in it, where the sender " \
     "allows that" do
    draft.update(options: Sequel.pg_jsonb({ "download" => true }))
    docket = JustSeal::Operations::SendDocket.call(staff(:maren), number: draft.number).tap { work_jobs }
    visitor, sha256 = enter_room(docket, "A")
    expect(
      ops::TakeCopy.call(
        visitor,
        position: 1
      )
    ).to eq([office.blobs.get(sha256), "#{docket.number} not sealed.pdf"])
    ops::ActOnDocket.call(visitor, seen: { 1 => sha256 }, mark: { "typed" => "Ines Halloran" })
    expect(words_of(ops::TakeCopy.call(visitor, position: 1).first)).to include("#{docket.number} A")
    expect(kinds(docket)).to include("party.copied")
    expect { ops::TakeCopy.call(visitor, position: 9) }.to raise_error(JustSeal::Errors::Missing)
    docket.update(options: Sequel.pg_jsonb({ "download" => true, "mark" => true }))
    expect(
      words_of(
        ops::TakeCopy.call(
          visitor,
          position: 1
        ).first
      )
    ).to include("#{docket.number}, copy for Ines Halloran")
    clock.offset += JustSeal::Core::Dockets::Copies::AFTER_SECONDS + 1
    expect do
      ops::TakeCopy.call(visitor, position: 1)
    end.to raise_reason(JustSeal::Errors::Forbidden, :copy_by_mail)
    clock.offset = 0
    docket.update(options: Sequel.pg_jsonb({}))
    expect do
      ops::TakeCopy.call(visitor, position: 1)
    end.to raise_reason(JustSeal::Errors::Forbidden, :copies_when_sealed)
  end

  it "tells others of what they are to be told, without the documents" do
    finish(edit(draft, told: { lines: "The Board <#{outsider}>", of: %w[sealed] }))
    mail = mails_to(outsider).first
    expect([mail.subject, mail.attachments.size]).to eq(["Sealed: #{draft.title}", 0])
    other = JustSeal::Operations::SendDocket.call(
      staff(:maren),
      number: edit(ready_draft, told: { lines: "x-#{outsider}", of: %w[sealed] }).number
    )
    ops::WithdrawDocket.call(staff(:maren), number: other.number, reason: "Mistake.")
    work_jobs
    expect(mails_to("x-#{outsider}")).to eq([])
    refused = JustSeal::Operations::SendDocket.call(
      staff(:maren),
      number: edit(ready_draft, told: { lines: "y-#{outsider}", of: %w[refused] }).number
    )
    ops::WithdrawDocket.call(staff(:maren), number: refused.number, reason: "Mistake.")
    work_jobs
    expect(mails_to("y-#{outsider}").map(&:subject)).to match([/was withdrawn/])
  end

  it "puts copies that go by mail into one file that opens with the password only, and leaves their seals whole" do
    kept = edit(draft, options: { "password" => "berth-fifteen" })
    expect(kept.options["password"]).not_to include("berth")
    docket = finish(edit(kept, options: { "password" => "" }))
    attachments = mails_to(party(docket, "A").email).first.attachments
    expect(attachments.map(&:filename)).to eq(["#{docket.number} copies.pdf"])
    expect do
      HexaPDF::Document.new(io: StringIO.new(attachments.first.decoded))
    end.to raise_error(HexaPDF::EncryptionError)
    inside = HexaPDF::Document.new(
      io: StringIO.new(attachments.first.decoded),
      decryption_opts: { password: "berth-fifteen" }
    ).files.to_h do |file|
      [file.path, file.embedded_file_stream.stream]
    end
    sealed = inside.values.find do |bytes|
      JustSeal::Core::Ledger::Entry.digest(bytes) == document(docket).sealed_sha256
    end
    expect(JustSeal::Core::Pdf::Check.call(sealed, roots: office.roots, at: Time.now).verdict).to eq(:intact)
    expect(mails_to(party(docket, "A").email).first.text_part.decoded).to include("opens with the password")
  end

  it "takes a password away again, and refuses what can't be" do
    kept = edit(draft, options: { "password" => "berth-fifteen" })
    expect(edit(kept, options: { "password" => "none" }).options.to_h).to eq({})
    expect(problems { edit(draft.refresh, options: { "password" => "short" }) }.keys).to eq(["password"])
    expect(
      problems do
        edit(draft.refresh, options: { "return_to" => "javascript:alert(1)" })
      end.keys
    ).to eq(["return_to"])
    expect(problems { edit(draft.refresh, told: { lines: "nobody", of: %w[sealed] }) }.keys).to eq(["told"])
    expect(problems { edit(draft.refresh, told: { lines: outsider, of: [] }) }.keys).to eq(["told"])
  end

  it "opens no secret that was changed" do
    box = office.secret_box
    expect(box.open(box.close("Ærlig"))).to eq("Ærlig")
    bytes = box.close("secret").unpack1("m0")
    bytes.setbyte(14, bytes.getbyte(14) ^ 1)
    expect { box.open([bytes].pack("m0")) }.to raise_error(JustSeal::Errors::Damaged)
  end

  it "lays a mark across copies that are not sealed" do
    words = { mark: "Not sealed", note: "RH-2026-1, copy for Ines" }
    copy = JustSeal::Core::Pdf::UnsealedCopy.call(pdf("Licence"), **words, faces: office.faces)
    expect(words_of(copy)).to include("Licence", "copy for Ines")
    expect(HexaPDF::Document.new(io: StringIO.new(copy)).pages.count).to eq(1)
  end

  it "tells who is asked of a new deadline" do
    docket = sent_docket
    ops::ChangeDeadline.call(staff(:maren), number: docket.number, deadline: docket.deadline + 86_400)
    work_jobs
    expect(
      [
        mails_to(party(docket, "A").email).first.subject,
        mails_to(party(docket, "B").email).map(&:subject)
      ]
    ).to match(
      [
        "New deadline: #{docket.title}",
        satisfy do |list|
          list.none?("New deadline: #{docket.title}")
        end
      ]
    )
  end

  it "tells who is replaced that somebody else does it, and nobody whose address is corrected" do
    docket = sent_docket
    before = party(docket, "A").email
    corrected = "ines-#{SecureRandom.hex(4)}@sanderling.example"
    ops::ReplaceParty.call(
      staff(:maren),
      number: docket.number,
      letter: "A",
      name: "Ines Halloran",
      email: corrected,
      organisation: "Sanderling"
    )
    ops::ReplaceParty.call(
      staff(:maren),
      number: docket.number,
      letter: "A",
      name: "Wilma Sund",
      email: "wilma-#{SecureRandom.hex(4)}@s.example"
    )
    work_jobs
    expect(
      [before, corrected].map do |address|
        mails_to(address).count do |mail|
          mail.subject.start_with?("No longer open")
        end
      end
    ).to eq([0, 1])
  end

  it "keeps what fits of a contact with a name of 300 characters, and says what does not" do
    long = "x" * 300
    parties = [
      {
        letter: "A",
        turn: 1,
        act: "sign",
        kind: "outside",
        account_id: nil,
        name: long,
        email: "a@b.example",
        organisation: ""
      }
    ]
    expect(
      problems do
        edit(draft, parties: parties)
      end
    ).to eq("A.name" => :too_long)
    expect(problems { ops::SaveContact.call(staff(:maren), given: { "name" => long }) }.keys).to eq(["name"])
    expect(draft.refresh.parties.map(&:name)).to eq(["Ines Halloran", "Joss Test"])
  end

  it "tells two who have one draft open of one another" do
    draft
    expect(ops::OpenDraft.call(staff(:maren), number: draft.number)).to eq([])
    account(:tobias).update(role: "administrator")
    expect(ops::OpenDraft.call(staff(:tobias), number: draft.number)).to eq(["Maren Test"])
    clock.offset += 60
    expect(ops::OpenDraft.call(staff(:tobias), number: draft.number)).to eq([])
  ensure
    account(:tobias).update(role: "sender")
  end
end
