# frozen_string_literal: true

require "securerandom"

RSpec.describe "Contacts" do
  def address = "c-#{SecureRandom.hex(5)}@sanderling.example"

  def save(actor = staff(:maren), id: nil, edits: 0, **given)
    JustSeal::Operations::SaveContact.call(actor, given: given.transform_keys(&:to_s), id: id, edits: edits)
  end

  def import(text) = JustSeal::Operations::ImportContacts.call(staff(:maren), text: text)

  it "are kept, changed, and known by their address however it is spelt" do
    contact = save(name: "Ines Halloran", email: address)
    changed = save(id: contact.id, edits: 0, **contact.card.transform_keys(&:to_sym), telephone: "0000 41 20")
    expect(changed.telephone).to eq("0000 41 20")
    expect do
      save(name: "Other", email: contact.email.upcase)
    end.to raise_reason(JustSeal::Errors::Invalid, :address_of_contact)
    expect do
      save(id: contact.id, edits: 0, name: "Late")
    end.to raise_reason(JustSeal::Errors::Conflict, :changed_meanwhile)
  end

  it "become one when they are one, and the old one leads to the new" do
    kept = save(name: "Twin", email: address)
    other = save(name: "Twin", telephone: "0000 1")
    expect(JustSeal::Queries::ContactList.likenesses(kept).map(&:id)).to include(other.id)
    JustSeal::Operations::MergeContacts.call(staff(:maren), kept_id: kept.id, other_id: other.id)
    expect(kept.refresh.telephone).to eq("0000 1")
    expect(other.refresh.merged_into).to eq(kept.id)
    expect do
      JustSeal::Operations::MergeContacts.call(staff(:maren), kept_id: other.id, other_id: kept.id)
    end.to raise_error(JustSeal::Errors::Conflict)
    expect do
      JustSeal::Operations::MergeContacts.call(staff(:maren), kept_id: kept.id, other_id: kept.id)
    end.to raise_error(JustSeal::Errors::Invalid)
  end

  it "merge once when two merge the same pair the other way round at once" do
    pair = Array.new(2) { save(name: "Pair") }.map(&:id)
    results = [pair, pair.reverse].map do |kept, other|
      Thread.new do
        JustSeal::Operations::MergeContacts.call(staff(:maren), kept_id: kept, other_id: other)
      rescue StandardError
        $ERROR_INFO
      end
    end.map(&:value)
    expect(results.map(&:class)).to contain_exactly(JustSeal::Store::Contact, JustSeal::Errors::Conflict)
  end

  it "come from CSV, all rows or none" do
    known = save(name: "Known", email: address)
    fresh = address
    expect(
      import(
        "\uFEFFName,Email,Organisation\nKnown,#{known.email.upcase},Sanderling\n\"Åker, Signe\",#{fresh},Tarrow\n"
      )
    ).to eq(
      [
        1, 1
      ]
    )
    expect(known.refresh.organisation).to eq("Sanderling")
    expect(JustSeal::Store::Contact.at(fresh).name).to eq("Åker, Signe")
    before = JustSeal::Store::Contact.count
    expect { import("name,email\nFine,#{address}\n,broken\nTwice,a@b.example\nTwice,A@b.example\n") }
      .to raise_error(JustSeal::Errors::Invalid) { |e|
            missing, broken, twice = e.problems.values
            expect([missing, broken].map { |one| [one.facts[:row], reason_of(one.facts[:problem])] }).to eq(
              [[3, :name_missing], [3, :not_an_address]]
            )
            expect([twice.reason, twice.facts[:email]]).to eq([:twice_in_rows, "a@b.example"])
          }
    expect(JustSeal::Store::Contact.count).to eq(before)
  end

  ["", "mail\nx@y.example\n", "name\n\xFF\xFE\n".b, "name,email\n\"open"].each do |text|
    it "says what is wrong with the file #{text.inspect[0, 40]}" do
      expect { import(text) }.to raise_error(JustSeal::Errors::Invalid)
    end
  end

  it "go to CSV so that no spreadsheet runs them" do
    mail = address
    save(name: "=HYPERLINK(1)", email: mail)
    expect(JustSeal::Queries::ContactList.csv.lines.find { |line| line.include?(mail) }).to include("'=HYPERLINK(1)")
  end

  it "are found while typing by name, address and organisation" do
    mark = SecureRandom.hex(4)
    contact = save(name: "Ines #{mark}", email: address, organisation: "Sanderling Shipping")
    ["ines #{mark[0, 5]}", "#{mark} shipping", contact.email[0, 9]].each do |text|
      expect(JustSeal::Queries::ContactList.found(text).map(&:id)).to include(contact.id)
    end
    expect(JustSeal::Queries::ContactList.found("i")).to eq([])
    expect(JustSeal::Queries::ContactList.found("%_")).to eq([])
  end

  it "page by key, each once" do
    mark = "pg#{SecureRandom.hex(4)}"
    ids = Array.new(5) { save(name: "Same #{mark}").id }
    first = JustSeal::Queries::ContactList.page(find: mark, size: 3)
    rest = JustSeal::Queries::ContactList.page(find: mark, size: 3, after: first.next_key)
    expect((first.rows + rest.rows).map(&:id)).to eq(ids)
  end

  it "are made of whoever is sent something" do
    docket = sent_docket
    expect(
      JustSeal::Store::Contact.at(
        party(
          docket,
          "A"
        ).email
      )
    ).to have_attributes(name: "Ines Halloran", organisation: "Sanderling")
  end

  it "are kept by administrators and senders" do
    %i[edda rosalind].each do |name|
      expect { save(staff(name), name: "X") }.to raise_error(JustSeal::Errors::Forbidden)
    end
  end

  it "keep a record that is being revised from being sent" do
    record = capture
    JustSeal::Operations::TakeForRevision.call(staff(:tobias), number: record.number)
    expect do
      JustSeal::Operations::DraftDocket.call(staff(:maren), record: record)
    end.to raise_reason(JustSeal::Errors::Conflict, :reserved_or_free)
  end
end
