# frozen_string_literal: true

RSpec.describe "The signing room" do
  let(:docket) { sent_docket }
  let(:typed) { { "typed" => "Ines Halloran" } }

  def act(visitor, sha256, mark = typed)
    JustSeal::Operations::ActOnDocket.call(visitor, seen: { 1 => sha256 }, mark: mark)
  end

  def open_room(token) = JustSeal::Operations::OpenRoom.call(token, address: "203.0.113.7", client: "RSpec")

  it "takes the holder of the link for proved to level 1, and enters each step" do
    visitor, sha256 = enter_room(docket, "A")
    act(visitor, sha256)
    expect(kinds(docket).drop(6)).to eq(
      %w[
        party.opened
        party.proved
        party.consented
        party.viewed
        party.acted
        party.invited
      ]
    )
    expect(party(docket, "A")).to have_attributes(state: "done", level_reached: 1)
  end

  it "adds the act to exactly the bytes that were seen" do
    visitor, sha256 = enter_room(docket, "A")
    seen = office.blobs.get(sha256)
    act(visitor, sha256)
    signed = office.blobs.get(document(docket).current_sha256)
    expect(signed).to start_with(seen)
    report = JustSeal::Core::Pdf::Check.call(signed, roots: office.roots, at: Time.now)
    expect(report.signatures.last).to have_attributes(signer: "Ines Halloran", level: 1, status: "valid")
  end

  it "writes drawn signatures, and names in any script" do
    docket = sent_docket(name: "Λυδία Πετράκη")
    visitor, sha256 = enter_room(docket, "A")
    act(visitor, sha256, { "strokes" => [[[1, 1], [60, 40], [120, 5]]], "width" => 130, "height" => 50 })
    form = JustSeal::Core::Pdf::Signing.open(office.blobs.get(document(docket).current_sha256)).acro_form
    expect(form.field_by_name("A-full_name-1").field_value).to eq("Λυδία Πετράκη")
  end

  # A PNG of +width+ by +height+ grey pixels.
  def png(width, height, data: Zlib::Deflate.deflate("\0#{"\x80" * width}" * height))
    chunk = ->(type, body) { [body.bytesize].pack("N") + type + body + [Zlib.crc32(type + body)].pack("N") }
    "\x89PNG\r\n\x1A\n".b + chunk.call(
      "IHDR".b,
      [width, height, 8, 0, 0, 0, 0].pack("NNC5")
    ) + chunk.call("IDAT".b, data) + chunk.call("IEND".b, "".b)
  end

  it "writes pictures of signatures, looked at before they are unpacked" do
    visitor, sha256 = enter_room(docket, "A")
    [
      png(60_000, 60_000, data: "x"),
      png(4000, 4000, data: "x"),
      "\xFF\xD8\xFF#{"x" * 60}".b,
      "GIF89a".b
    ].each do |bytes|
      expect do
        act(
          visitor,
          sha256,
          { "picture" => [bytes].pack("m0") }
        )
      end.to raise_reason(JustSeal::Errors::Invalid, :no_signature)
    end
    expect { act(visitor, sha256, { "picture" => "no base 64 !" }) }.to raise_error(JustSeal::Errors::Invalid)
    act(visitor, sha256, { "picture" => [png(60, 20)].pack("m0") })
    bytes = office.blobs.get(document(docket).current_sha256)
    output, = run_on(bytes, "pdfsig")
    expect(output.scan("Signature is Valid.").size).to eq(2)
    signed = HexaPDF::Document.new(io: StringIO.new(bytes))
    appearance = signed.acro_form.field_by_name("A-signature-1").each_widget.first[:AP][:N]
    picture = signed.deref(appearance[:Resources][:XObject].value.values.first)
    expect([picture[:Width], picture[:Height]]).to eq([60, 20])
    expect(
      JustSeal::Core::Pdf::Check.call(
        bytes,
        roots: office.roots,
        at: Time.now
      ).findings.map(&:code)
    ).to eq([:not_sealed_yet])
  end

  it "refuses an act on other bytes" do
    visitor, = enter_room(docket, "A")
    [document(docket).version.sha256, "0" * 64, ""].each do |other|
      expect { act(visitor, other) }.to raise_reason(JustSeal::Errors::Conflict, :document_changed)
    end
    expect(party(docket, "A").state).to eq("proved")
  end

  it "refuses the second of two in one turn who saw the same state" do
    docket = sent_docket(same_turn: true)
    first = enter_room(docket, "A")
    second = enter_room(docket, "B")
    act(*first)
    expect { act(*second) }.to raise_reason(JustSeal::Errors::Conflict, :document_changed)
    again = enter_room(docket, "B", token: token_for(party(docket, "B")))
    expect(act(*again).state).to eq("done")
  end

  it "lets only one of two acts at the same moment through" do
    docket = sent_docket(same_turn: true)
    visits = [enter_room(docket, "A"), enter_room(docket, "B")]
    results = visits.map do |visit|
      Thread.new do
        act(*visit)
      rescue StandardError
        $ERROR_INFO
      end
    end.map(&:value)
    expect(results.map(&:class)).to contain_exactly(JustSeal::Store::Party, JustSeal::Errors::Conflict)
    expect(kinds(docket).count("party.acted")).to eq(1)
  end

  it "refuses a replayed act" do
    visit = enter_room(docket, "A")
    act(*visit)
    expect { act(*visit) }.to raise_reason(JustSeal::Errors::Conflict, :not_your_turn)
  end

  it "refuses a party whose turn it is not" do
    token = "x" * 43
    JustSeal::Store::PersonalLink.create(
      party_id: party(docket, "B").id,
      token_sha256: Digest::SHA256.hexdigest(token),
      method: "link",
      issued_at: Time.now
    )
    expect(open_room(token)).to be_nil
    visitor = JustSeal::Core::Actor.new(kind: "party", id: party(docket, "B").id, name: "B")
    expect { JustSeal::Operations::ViewDocument.call(visitor) }.to raise_error(JustSeal::Errors::Conflict)
    expect { act(visitor, document(docket).current_sha256) }.to raise_error(JustSeal::Errors::Conflict)
  end

  it "shows nothing and takes nothing before consent" do
    visitor = begin_visit(token_for(party(docket, "A")))
    expect { JustSeal::Operations::ViewDocument.call(visitor) }.to raise_error(JustSeal::Errors::Forbidden)
    expect { act(visitor, document(docket).current_sha256) }.to raise_error(JustSeal::Errors::Forbidden)
  end

  it "records which text was agreed to" do
    visitor, = enter_room(docket, "A")
    entries = entries_of(docket.number)
    entry = entries.find { |one| one["kind"] == "party.consented" }
    expect(entry["facts"]).to include("text" => 1, "sha256" => JustSeal::Store::ConsentText[1].sha256)
    expect do
      JustSeal::Operations::ConsentToSigning.call(visitor, version: 99)
    end.to raise_error(JustSeal::Errors::Invalid)
  end

  it "wants a fresh proof at the moment of acting" do
    visitor, sha256 = enter_room(docket, "A")
    clock.offset = 31 * 60
    expect { act(visitor, sha256) }.to raise_reason(JustSeal::Errors::Forbidden, :proof_too_old)
    JustSeal::Operations::OpenRoom.new.again(visitor)
    expect(act(visitor, sha256).state).to eq("done")
  end

  it "lets a link die with its turn" do
    token = token_for(party(docket, "A"))
    sign(docket, "A")
    proofs = party(docket, "A").proofs_dataset.count
    expect(open_room(token)).to be_nil
    expect(party(docket, "A").proofs_dataset.count).to eq(proofs)
    expect(JustSeal::Store::PersonalLink.where(party_id: party(docket, "A").id, ended_at: nil).count).to eq(0)
  end

  it "knows no link that it did not give out" do
    ["y" * 43, "", token_for(party(docket, "A")).reverse].each do |token|
      expect { open_room(token) }.to raise_error(JustSeal::Errors::Missing)
    end
  end

  [
    nil,
    {},
    { "typed" => " " },
    { "typed" => "x" * 101 },
    { "typed" => "سلمى" },
    { "strokes" => [], "width" => 100, "height" => 50 },
    { "strokes" => [[[1]]], "width" => 100, "height" => 50 },
    { "strokes" => [[[1, 1e9]]], "width" => 100, "height" => 50 },
    { "strokes" => [[["a", 2]]], "width" => 100, "height" => 50 },
    { "typed" => "x", "strokes" => [] }
  ].each do |mark|
    it "refuses the mark #{mark.inspect[0, 70]}" do
      visitor, sha256 = enter_room(docket, "A")
      expect { act(visitor, sha256, mark) }.to raise_error(JustSeal::Errors::Invalid)
    end
  end

  it "enters hashes of what was filled in, not what was typed" do
    sign(docket, "A", mark: { "typed" => "Ines von Geheim" })
    expect(JustSeal::Store::Ledger.rows(docket.number).join).not_to include("Geheim")
  end
end
