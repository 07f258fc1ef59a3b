# frozen_string_literal: true

# What was proved, typed and read in one browser counts in no other, whoever else holds the link.
RSpec.describe "Visits of the signing room" do
  include Pages

  ops = JustSeal::Operations
  errors = JustSeal::Errors

  # A docket whose first party has to prove level +floor+ before it reads, and has a phrase and an app.
  def guarded(floor, prove_first: true)
    rulebook("title" => "Guarded", "kinds" => ["outside"], "floor" => floor, "prove_first" => prove_first)
    draft = ready_draft
    phrase = JustSeal::Operations::ProveByPhrase.hash("Kittiwake at dawn")
    party(draft, "A").update(phrase_hash: phrase, telephone: "0000 55 21")
    JustSeal::Operations::SendDocket.call(staff(:maren), number: draft.number).tap { work_jobs }
  end

  def level(visitor)
    visit = JustSeal::Store::Visit[visitor.visit_id]
    JustSeal::Queries::AssuranceStatus.new(visit.party.docket, visit.party, at: office.now, visit: visit).level
  end

  def prove(visitor) = JustSeal::Operations::ProveByPhrase.call(visitor, phrase: "Kittiwake at dawn")
  def agree(visitor) = JustSeal::Operations::ConsentToSigning.call(visitor, version: 1)
  def entries(docket) = entries_of(docket.number)
  def seen_by(visitor) = { 1 => JustSeal::Operations::ViewDocument.call(visitor).last }

  def act(visitor, seen = seen_by(visitor))
    JustSeal::Operations::ActOnDocket.call(visitor, seen: seen, mark: { "typed" => "Ines Halloran" })
  end

  after { neutral_rulebook }

  describe "of two browsers with the same link" do
    let(:docket) { guarded(2) }
    let(:token) { token_for(party(docket, "A")) }
    let(:first) { begin_visit(token).tap { |visitor| prove(visitor) && agree(visitor) } }
    let(:second) { begin_visit(token, address: "198.51.100.9", client: "Another browser") }

    it "count each by itself, and only the one that proved reads and acts" do
      seen = seen_by(first)
      agree(second)
      expect([level(first), level(second)]).to eq([2, 1])
      expect { ops::ViewDocument.call(second) }.to raise_reason(errors::Forbidden, :level_first)
      expect { act(second, seen) }.to raise_reason(errors::Forbidden, :level_too_low)
      expect { ops::SaveTyped.call(second, typed: {}) }.to raise_reason(errors::Forbidden, :level_first)
      expect(act(first, seen).level_reached).to eq(2)
    end

    it "do not share what was typed, drawn and read" do
      ops::KeepDraft.call(first, marks: { "signature" => { "typed" => "Ines Halloran" } })
      prove(second) && agree(second)
      visit = JustSeal::Store::Visit[second.visit_id]
      expect(ops::KeepDraft.kept(visit)["marks"]).to eq({})
      expect { act(second, seen_by(first)) }.to raise_reason(errors::Forbidden, :not_handed_out)
    end

    it "are told apart in the ledger, and the party is told of the second" do
      first
      second
      work_jobs
      came = entries(docket).find { |entry| entry["kind"] == "party.came_again" }
      expect([came["actor"], came["facts"]]).to match(
        [a_hash_including("visit" => 2, "address" => "198.51.100.9"), a_hash_including("open" => [1])]
      )
      mail = mails_to(party(docket, "A").email).first
      expect(mail.text_part.decoded).to include("198.51.100.9", "Another browser")
    end

    it "agree to sign each by itself" do
      first
      prove(second)
      expect { ops::ViewDocument.call(second) }.to raise_reason(errors::Forbidden, :consent_first)
    end

    it "answer only what was asked in them: codes, cards and drawing pads" do
      ops::AskCode.call(first, method: "text_code")
      code = begin
        work_jobs
        texts_to("0000 55 21").first[/\d{6}/]
      end
      expect(ops::ProveByCode.call(second, code: code, method: "text_code")).to be(false)
      expect(ops::ProveByCode.call(first, code: code, method: "text_code")).to be(true)
      digest = ops::ProveByCard.new.begin(first)
      expect(digest).to match(/\A\h{64}\z/)
      expect(JustSeal::Store::Challenge.take("card", at: office.now, **JustSeal::Store::Challenge.of(second))).to be_nil
      pad, = ops::UsePad.new.begin(first, kind: "signature")
      prove(second) && agree(second)
      expect { ops::UsePad.new.take(second, id: pad.id) }.to raise_reason(errors::Missing, :no_such_pad)
    end

    it "go on in the browser in which they began" do
      visit, secret = ops::OpenRoom.call(token, address: "203.0.113.7", client: "x")
      again, = ops::OpenRoom.call(token, address: "203.0.113.7", client: "x", secrets: { visit.handle => secret })
      other, = ops::OpenRoom.call(token, address: "203.0.113.7", client: "x", secrets: { visit.handle => "guessed" })
      expect([again.number, other.number]).to eq([1, 2])
    end
  end

  it "open nothing without their cookie, though the address is known" do
    docket = sent_docket
    room = enter_by("/room/#{token_for(party(docket, "A"))}")
    expect(open_page(room)).to eq(200)
    with_session(:stranger) do
      [room, "#{room}/prove", "#{room}/documents/1", "#{room}/copies/1"].each do |path|
        expect([path, open_page(path), text.include?(t("errors.visit_elsewhere"))]).to eq([path, 403, true])
      end
    end
  end

  it "show no token in their addresses, and the cookie to no script" do
    docket = sent_docket
    token = token_for(party(docket, "A"))
    enter_by("/room/#{token}")
    cookie = Array(last_response["set-cookie"]).find { |line| line.start_with?("visit_") }
    expect(cookie).to match(/httponly/i).and match(/samesite=lax/i)
    expect([last_response["location"].include?(token), last_response["cache-control"]]).to eq([false, "no-store"])
    expect(open_page("/room/#{token}")).to eq(302)
    expect(last_response["location"]).to match(%r{/visit/[^/]{22}\z})
  end

  it "end when somebody leaves, and the next one at the browser finds nothing of it" do
    docket = sent_docket
    link = "/room/#{token_for(party(docket, "A"))}"
    room = enter_by(link)
    open_page("#{room}/leave")
    send_form("#{room}/leave")
    expect(text).to include(t("room.left.title"))
    expect(entries(docket).last["kind"]).to eq("party.left")
    expect(open_page(room)).to eq(403)
    expect(open_page(link)).to eq(200)
    expect(text).to include(t("room.door.enter", name: "Ines Halloran"))
  end

  describe "of a party whose address was corrected or who was replaced" do
    let(:docket) { sent_docket }
    let(:token) { token_for(party(docket, "A")) }

    # Whoever is late is refused; what counts is what was recorded.
    def in_thread
      Thread.new do
        yield
      rescue JustSeal::Error
        nil
      end
    end

    it "are over, and nothing that was proved or agreed to in them stands for the new person" do
      visitor, sha256 = enter_room(docket, "A", token: token)
      ops::ReplaceParty.call(
        staff(:maren), number: docket.number, letter: "A", name: "Nora Tveit", email: "nora@tveit.example"
      )
      [-> { act(visitor, { 1 => sha256 }) }, -> { agree(visitor) }, -> { seen_by(visitor) }].each do |try|
        expect(&try).to raise_reason(errors::Forbidden, :visit_ended)
      end
      expect(party(docket, "A")).to have_attributes(state: "invited", consent_version: nil, level_reached: nil)
    end

    it "are never recorded by the old link, however close both come" do
      12.times do
        docket = sent_docket
        old = token_for(party(docket, "A"))
        tries = [
          -> { begin_visit(old).then { |visitor| agree(visitor) } },
          lambda {
            ops::ReplaceParty.call(
              staff(:maren), number: docket.number, letter: "A", name: "Nora Tveit", email: "nora@tveit.example"
            )
          }
        ]
        tries.shuffle.map { |try| in_thread(&try) }.each(&:join)
        expect(party(docket, "A")).to have_attributes(state: "invited", consent_version: nil, level_reached: nil)
        told = entries(docket).map { |entry| entry["kind"] }
        corrected = told.index("party.replaced")
        expect(told.drop(corrected) & %w[party.opened party.proved party.consented]).to eq([])
      end
    end

    it "are over as well when the party passed it on" do
      party(docket, "A").update(may_pass_on: true)
      visitor, sha256 = enter_room(docket, "A", token: token)
      ops::PassOn.call(visitor, name: "Nora Tveit", email: "nora@tveit.example")
      expect { act(visitor, { 1 => sha256 }) }.to raise_reason(errors::Forbidden, :visit_ended)
    end
  end

  it "fall below the floor when the waiver that lowered it is gone" do
    docket = guarded(2, prove_first: false)
    ops::AskWaiver.call(
      staff(:maren),
      number: docket.number,
      letter: "A",
      granted: 1,
      reason: "The master is at sea and reached by mail only.",
      ends_at: office.now + 86_400
    )
    waiver = JustSeal::Store::Waiver.order(:id).last
    ops::DecideWaiver.call(staff(:edda), number: docket.number, id: waiver.id, allowed: true)
    visitor, sha256 = enter_room(docket, "A")
    waiver.refresh.update(withdrawn_at: office.now)
    expect { act(visitor, { 1 => sha256 }) }.to raise_reason(errors::Forbidden, :level_too_low)
  end
end
