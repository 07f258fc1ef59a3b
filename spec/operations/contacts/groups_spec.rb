# frozen_string_literal: true

RSpec.describe "Groups, and passing on" do
  ops = JustSeal::Operations

  def contact(name)
    email = "#{name.downcase}-#{SecureRandom.hex(4)}@desk.example"
    JustSeal::Operations::SaveContact.call(
      staff(:maren),
      given: { "name" => name, "email" => email, "organisation" => "Pilots", "role" => "Pilot" }
    )
  end

  let(:people) { [contact("Anka"), contact("Bero")] }
  let(:group) do
    ops::SaveGroup.call(
      staff(:maren),
      name: "Pilots #{SecureRandom.hex(3)}",
      lines: [*people.map(&:email), "joss@ravensholm.example"]
    )
  end

  # A docket whose party A is any one of the group.
  def offered(**more)
    draft = ready_draft
    seats = [
      {
        letter: "A",
        turn: 1,
        act: "sign",
        kind: "group",
        account_id: nil,
        group_id: group.id,
        name: group.name,
        email: "",
        organisation: "",
        **more
      }
    ]
    draft = JustSeal::Operations::EditDocket.call(
      staff(:maren),
      number: draft.number,
      edits: draft.edits,
      title: "For one of them",
      message: "",
      deadline: office.now + (9 * 86_400),
      parties: seats
    )
    JustSeal::Operations::PlaceFields.call(
      staff(:maren),
      number: draft.number,
      edits: draft.edits,
      fields: [field("A")]
    )
    JustSeal::Operations::SendDocket.call(staff(:maren), number: draft.number).tap { work_jobs }
  end

  def link_of(email)
    mails_to(email).filter_map { |mail| mail.text_part.decoded[%r{/room/([A-Za-z0-9_-]{43})}, 1] }.first
  end

  def open_room(token) = JustSeal::Operations::OpenRoom.call(token, address: "203.0.113.9", client: TestOffice::CLIENT)
  def take_on(token) = JustSeal::Operations::TakeOn.call(token, address: "203.0.113.9", client: TestOffice::CLIENT)

  it "are kept of contacts and staff, and refuse who is neither" do
    expect(group.people.map(&:name)).to eq(["Anka", "Bero", "Joss Test"])
    expect do
      ops::SaveGroup.call(staff(:maren), name: "", lines: ["who@nowhere.example"])
    end.to raise_error(JustSeal::Errors::Invalid) { |e| expect(e.problems.keys).to contain_exactly("name", "members") }
    expect do
      ops::SaveGroup.call(
        staff(:maren),
        name: group.name.upcase,
        lines: people.map(&:email)
      )
    end.to raise_reason(JustSeal::Errors::Invalid, :group_exists)
    expect do
      ops::SaveGroup.call(
        staff(:maren),
        name: group.name,
        lines: people.map(&:email),
        id: group.id,
        edits: 7
      )
    end.to raise_error(JustSeal::Errors::Conflict)
    expect do
      ops::SaveGroup.call(staff(:rosalind), name: "x", lines: people.map(&:email))
    end.to raise_error(JustSeal::Errors::Forbidden)
  end

  it "ask each of them, and whoever takes it on first is the party" do
    docket = offered
    tokens = people.map { |person| link_of(person.email) }
    expect(mails_to(people.first.email).first.text_part.decoded).to include("Any one of #{group.name} can do it")
    expect(open_room(tokens.first)).to be_nil
    expect(party(docket, "A")).to have_attributes(state: "invited", level_reached: nil)
    take_on(tokens.last)
    expect(party(docket, "A").values).to include(kind: "outside", name: "Bero", job_title: "Pilot")
    expect { open_room(tokens.first) }.to raise_reason(JustSeal::Errors::Missing, :taken_on_by)
    expect { take_on(tokens.first) }.to raise_error(JustSeal::Errors::Missing)
    sign(docket, "A")
    expect(docket.refresh.state).to eq("sealed")
    expect(kinds(docket)).to include("party.taken_on")
  end

  it "let one of two who take it on at once have it" do
    docket = offered
    tokens = people.map { |person| link_of(person.email) }
    results = tokens.map do |token|
      Thread.new do
        take_on(token)
      rescue StandardError
        $ERROR_INFO
      end
    end.map(&:value)
    expect(results.count { |one| one.is_a?(JustSeal::Store::Party) }).to eq(1)
    expect(people.map(&:name)).to include(party(docket, "A").name)
  end

  it "stand on the desk of their staff, who take it on by their account" do
    docket = offered
    desk = JustSeal::Queries::Desk.new(account(:joss), now: office.now)
    expect(desk.to_act.map { |row| row.docket.number }).to include(docket.number)
    take_on(ops::EnterByAccount.call(staff(:joss), number: docket.number))
    expect(party(docket, "A")).to have_attributes(kind: "staff", account_id: account(:joss).id)
  end

  it "get a copy each when they only receive one" do
    draft = ready_draft
    parties = draft.parties.map do |party|
      party.values.slice(:letter, :turn, :act, :kind, :account_id, :name, :email, :organisation)
    end
    parties << {
      letter: "C",
      turn: 3,
      act: "receive",
      kind: "group",
      account_id: nil,
      group_id: group.id,
      name: group.name,
      email: "",
      organisation: ""
    }
    draft = ops::EditDocket.call(
      staff(:maren),
      number: draft.number,
      edits: draft.edits,
      title: draft.title,
      message: "",
      deadline: draft.deadline,
      parties: parties
    )
    docket = ops::SendDocket.call(staff(:maren), number: draft.number).tap { work_jobs }
    %w[A B].each { |letter| sign(docket, letter) }
    expect(
      people.map do |person|
        mails_to(person.email).map do |mail|
          [mail.subject, mail.attachments.size]
        end
      end
    ).to eq([[["Sealed: #{docket.title}", 2]]] * 2)
  end

  it "can't be sent to when nobody is in them" do
    draft = ready_draft
    empty = JustSeal::Store::Group.create(name: "Nobody #{SecureRandom.hex(3)}", created_at: office.now)
    draft = ops::EditDocket.call(
      staff(:maren),
      number: draft.number,
      edits: draft.edits,
      title: "x",
      message: "",
      deadline: office.now + 86_400,
      parties: [
        {
          letter: "A",
          turn: 1,
          act: "approve",
          kind: "group",
          account_id: nil,
          group_id: empty.id,
          name: empty.name,
          email: "",
          organisation: ""
        }
      ]
    )
    expect(JustSeal::Queries::DocketReadiness.call(draft, now: office.now).map(&:reason)).to include(:group_empty)
  end

  describe "a party" do
    let(:docket) { sent_docket }

    def allow_passing_on = party(docket, "A").update(may_pass_on: true)

    def pass_on(visitor, email: "new-#{SecureRandom.hex(4)}@sanderling.example")
      JustSeal::Operations::PassOn.call(visitor, name: "Nora New", email: email, organisation: "Sanderling")
    end

    it "passes on what it may, and the new one proves and signs for itself" do
      allow_passing_on
      token = token_for(party(docket, "A"))
      visitor, = enter_room(docket, "A")
      pass_on(visitor)
      work_jobs
      expect(
        party(
          docket,
          "A"
        )
      ).to have_attributes(
        name: "Nora New",
        state: "invited",
        level_reached: nil,
        consent_version: nil,
        may_pass_on: false
      )
      expect { open_room(token) }.to raise_error(JustSeal::Errors::Missing)
      expect(mails_to(docket.owner.email).map(&:subject)).to include("Passed on: #{docket.title}")
      sign(docket, "A", mark: { "typed" => "Nora New" })
      expect(party(docket, "A").state).to eq("done")
    end

    it "does not where the sender does not allow it, nor to itself, nor to no address" do
      visitor, = enter_room(docket, "A")
      expect { pass_on(visitor) }.to raise_reason(JustSeal::Errors::Forbidden, :passing_on_forbidden)
      allow_passing_on
      expect do
        pass_on(
          visitor,
          email: party(docket, "A").email.upcase
        )
      end.to raise_reason(JustSeal::Errors::Invalid, :own_address)
      expect { pass_on(visitor, email: "nonsense") }.to raise_reason(JustSeal::Errors::Invalid, :not_an_address)
    end
  end
end
