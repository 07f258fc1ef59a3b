# frozen_string_literal: true

RSpec.describe JustSeal::Web::EntryWords do
  let(:page) { Class.new { include JustSeal::Web::Speech, JustSeal::Web::EntryWords }.new }

  def told(kind, **facts)
    page.entry_words("kind" => kind, "facts" => facts.transform_keys(&:to_s))
  end

  it "says which documents were arranged" do
    roles = { "MB-2026-0001" => "sign", "QL-2026-0002" => "enclosure" }
    documents = roles.map { |record, role| { "record" => record, "role" => role } }
    expect(told("docket.documents_arranged", documents: documents))
      .to eq "arranged the documents: MB-2026-0001 to be signed, QL-2026-0002 enclosed"
  end

  it "shows what was kept in words before as it is" do
    expect(told("docket.documents_arranged", records: "MB-2026-0001 to be signed"))
      .to eq "arranged the documents: MB-2026-0001 to be signed"
    expect(page.actor_words("kind" => "system", "name" => "Just Seal, command line")).to eq "Just Seal, command line"
  end

  it "calls a text message what it is, and gives the reason for a correction" do
    expect(told("message.delivered", to: "+47 1", kind: "text_code")).to eq "delivered a text message to +47 1"
    expect(told("message.delivered", to: "a@b.example", kind: "invitation")).to eq "delivered a mail to a@b.example"
    expect(told("record.corrected", changed: %w[title], reason: "A slip.")).to eq "corrected title: A slip."
    expect(told("record.moved", from: "A", to: "B", reason: "A slip.")).to eq "moved it from A to B: A slip."
  end

  it "tells of an inquiry by its words, whatever its facts are called" do
    scope = { "classes" => ["MB"] }
    expect(told("inquiry.opened", asked_by: "The board", scope: scope, due_on: "2026-12-01"))
      .to eq "opened the inquiry of The board"
  end

  it "says days as days, and what is none as it is" do
    facts = { outcome: "keep", due_on: "2026-12-01", because: "Of use." }
    expect(told("record.reviewed", **facts, keep_until: "2027-01-02"))
      .to include("from 1 Dec 2026 on", "look at it from 2 Jan 2027 on: Of use.")
    expect(told("record.reviewed", **facts, due_on: "later")).to include("from later on", "keep it for good")
  end

  it "says what is left of an entry whose names were let go" do
    gone = { "kind" => "message.delivered", "facts" => { "kind" => "invitation" }, "private" => "ab" }
    expect(page.entry_words(gone)).to eq "delivered a mail to …"
    expect(page.entry_words(gone.except("private"))).to eq "message.delivered"
    expect(page.actor_words("kind" => "party")).to eq "No longer named"
  end

  it "says on whose device a party was, and that a command was given by hand" do
    expect(page.actor_words("name" => "Ines Halloran", "host" => "Edda Viken")).to eq "Ines Halloran, with Edda Viken"
    expect(page.actor_words(JustSeal::Cli.actor.to_entry)).to eq "Just Seal, command line"
  end
end
