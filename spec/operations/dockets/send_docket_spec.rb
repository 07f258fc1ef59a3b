# frozen_string_literal: true

RSpec.describe JustSeal::Operations::SendDocket do
  def send_docket(number, actor = staff(:maren)) = described_class.call(actor, number: number)

  it "freezes the document, certifies it, and invites the first turn only" do
    docket = sent_docket
    bytes = office.blobs.get(document(docket).sent_sha256)
    expect(JustSeal::Core::Pdf::Check.call(bytes, roots: office.roots, at: office.now).verdict).to be(:unfinished)
    expect(docket.refresh.state).to eq("out")
    expect([party(docket, "A").state, party(docket, "B").state]).to eq(%w[invited waiting])
    expect(kinds(docket)).to eq(
      %w[
        docket.drafted
        docket.edited
        docket.fields_placed
        docket.sent
        party.invited
        message.delivered
      ]
    )
  end

  it "tells the ledger what went out: fields, wording and options" do
    draft = ready_draft
    draft.update(options: Sequel.pg_jsonb("download" => true, "password" => "a closed lantern"))
    send_docket(draft.number)
    entry = entries_of(draft.number).find do |one|
      one["kind"] == "docket.sent"
    end
    expect(entry["facts"]["wording"]).to include("title" => draft.title, "message" => "Please sign.")
    expect(entry["facts"]["options"]).to include("download" => true, "password" => true)
    expect(entry.to_s).not_to include("lantern")
    fields = draft.documents.flat_map(&:fields)
    told = entry["facts"]["fields"].map { |one| one.values_at("name", "page", "x") }
    expect(told).to eq(fields.map { |field| [field.name, field.page, field.x.to_s("F")] })
  end

  it "sends a mail with a personal link of 256 bits, of which only the hash is stored" do
    docket = sent_docket
    token = token_for(party(docket, "A"))
    expect(token.tr("-_", "+/").concat("=").unpack1("m0").bytesize).to eq(32)
    link = JustSeal::Store::PersonalLink.first(party_id: party(docket, "A").id)
    expect(link.token_sha256).to eq(Digest::SHA256.hexdigest(token))
    bodies = JustSeal::Store.db[:messages].where(docket_id: docket.id).select_map(Sequel.cast(:body, String))
    dump = bodies.join + JustSeal::Store::Ledger.rows(docket.number).join
    expect(dump).not_to include(token)
  end

  it "sends once when two send at once" do
    draft = ready_draft
    results = Array.new(2) do
      Thread.new do
        send_docket(draft.number)
      rescue StandardError
        $ERROR_INFO
      end
    end.map(&:value)
    expect(results.map(&:class)).to contain_exactly(JustSeal::Store::Docket, JustSeal::Errors::Conflict)
    work_jobs
    expect(kinds(draft).count("docket.sent")).to eq(1)
    expect(mails_to(party(draft, "A").email).size).to eq(1)
  end

  it "does not send what is not ready, or was changed while it was being frozen" do
    draft = ready_draft
    party(draft, "A").update(email: "nowhere")
    expect { send_docket(draft.number) }.to raise_error(JustSeal::Errors::Invalid)

    other = ready_draft
    stamps = office.time_stamps
    office.time_stamps = lambda do |digest|
      JustSeal::Store::Docket.where(id: other.id).update(edits: 99) && stamps.call(digest)
    end
    expect { send_docket(other.number) }.to raise_reason(JustSeal::Errors::Conflict, :docket_changed_on_sending)
  end

  it "sends nothing while the time-stamp authority is away" do
    draft = ready_draft
    office.time_stamps = JustSeal::Ports::HttpTimeStamps.new("http://127.0.0.1:9/away", roots: office.roots)
    expect { send_docket(draft.number) }.to raise_error(JustSeal::Errors::Unavailable)
    expect(draft.refresh.state).to eq("draft")
  end

  it "is for the owner and administrators" do
    draft = ready_draft
    expect { send_docket(draft.number, staff(:joss)) }.to raise_error(JustSeal::Errors::Forbidden)
    expect { send_docket(draft.number, staff(:rosalind)) }.to raise_error(JustSeal::Errors::Forbidden)
  end

  it "keeps the mail and tries again when the mail server is down" do
    mail = office.mail
    draft = ready_draft
    office.mail = JustSeal::Ports::SmtpMail.new("smtp://127.0.0.1:9", from_host: "localhost")
    send_docket(draft.number)
    expect { work_jobs }.to raise_error(JustSeal::Errors::Unavailable)
    expect(JustSeal::Store::Message.first(docket_id: draft.id).state).to eq("queued")
    office.mail = mail
    work_jobs
    expect(JustSeal::Store::Message.first(docket_id: draft.id).state).to eq("delivered")
    expect(token_for(party(draft, "A"))).not_to be_nil
  end
end
