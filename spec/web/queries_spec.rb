# frozen_string_literal: true

RSpec.describe "How many queries a page asks" do
  include Pages
  include CountedQueries

  let(:many_parties) { 16 }

  # Counts what is asked while the block runs; what a connection plans, it plans once.
  # A draft like +ready_draft+, with +many_parties+ in two turns.
  def crowded_draft
    draft = ready_draft
    parties = draft.parties.map { |row| seat(row.letter, row.values) }
    crowd = ("C".."Z").first(many_parties - parties.size).map { |letter| seat(letter, reeve(letter)) }
    JustSeal::Operations::EditDocket.call(
      staff(:maren),
      number: draft.number,
      edits: draft.refresh.edits,
      title: draft.title,
      message: draft.message,
      deadline: draft.deadline,
      parties: parties + crowd
    )
  end

  def reeve(letter)
    {
      turn: 2,
      act: "approve",
      kind: "outside",
      name: "Reeve #{letter}",
      organisation: "Reeves",
      email: "reeve-#{letter}-#{SecureRandom.hex(3)}@reeves.example".downcase
    }
  end

  def seat(letter, values)
    values.slice(:turn, :act, :kind, :account_id, :name, :email, :organisation).merge(letter: letter)
  end

  def asked(path)
    open_page(path)
    count = queries { open_page(path) }
    expect(last_response.status).to eq(200)
    count
  end

  before { sign_in :maren }

  it "is the same for two parties and for sixteen, before sending" do
    few, many = [ready_draft, crowded_draft].map do |draft|
      %w[parties fields check].map { |step| asked("/dockets/#{draft.number}/#{step}") }
    end
    expect(many).to eq(few)
  end

  it "is the same for two parties and for sixteen, once sent" do
    few, many = [ready_draft, crowded_draft].map do |draft|
      docket = JustSeal::Operations::SendDocket.call(staff(:maren), number: draft.number)
      work_jobs
      reading = "/dockets/#{docket.number}/documents/1"
      pages = ["/dockets/#{docket.number}", "/records/#{document(docket).record.number}", "/"]
      [*pages, reading, "#{reading}/marks"].map { |path| asked(path) }
    end
    expect(many).to eq(few)
  end

  it "is the same for two parties and for sixteen, in the signing room" do
    few, many = [ready_draft, crowded_draft].map do |draft|
      docket = JustSeal::Operations::SendDocket.call(staff(:maren), number: draft.number)
      work_jobs
      room = enter_by("/room/#{token_for(party(docket, "A"))}")
      JustSeal::Operations::ConsentToSigning.call(visitor_of(docket, "A"), version: 1)
      asked(room)
    end
    expect(many).to eq(few)
  end

  it "is small on the pages that are opened most" do
    sent_docket
    counts = %w[/ /dockets /records].to_h { |path| [path, asked(path)] }
    expect(counts.values.max).to be <= 15, counts.inspect
  end
end
