# frozen_string_literal: true

require "net/http"
require "webauthn"
require "webauthn/fake_client"

RSpec.describe "Proofs by keys, cards and registries" do
  ops = JustSeal::Operations
  errors = JustSeal::Errors

  after { neutral_rulebook }

  def sent_with(level, **party)
    rulebook({ "title" => "Level #{level}", "kinds" => ["outside"], "floor" => level }) if level > 1
    draft = ready_draft
    parties = draft.parties.map do |one|
      one.values.slice(:letter, :turn, :act, :kind, :account_id, :name, :email, :organisation)
    end
    parties.first.merge!({ holds: %w[civil_id card seen] }.merge(party))
    JustSeal::Operations::EditDocket.call(
      staff(:maren),
      number: draft.number,
      edits: draft.edits,
      title: draft.title,
      message: "",
      deadline: draft.deadline,
      parties: parties
    )
    JustSeal::Operations::SendDocket.call(staff(:maren), number: draft.number).tap { work_jobs }
  end

  def act(visitor, sha256, **more)
    JustSeal::Operations::ActOnDocket.call(visitor, seen: { 1 => sha256 }, mark: { "typed" => "Ines Halloran" }, **more)
  end

  def level(visitor)
    visit = JustSeal::Store::Visit[visitor.visit_id]
    JustSeal::Queries::AssuranceStatus.new(visit.party.docket, visit.party, at: office.now, visit: visit).level
  end

  def seen(docket, letter = "A", **values)
    JustSeal::Operations::RecordSeen.call(
      staff(:maren),
      number: docket.number,
      letter: letter,
      kind: "passport",
      issuer: "Kestrel Coast",
      last: "77K4",
      expires: "2031-01-31",
      **values
    )
  end

  describe "a passkey" do
    let(:client) { WebAuthn::FakeClient.new(office.settings.address) }

    def enrol(visitor)
      options = JustSeal::Operations::EnrolPasskey.new.begin(visitor)
      JustSeal::Operations::EnrolPasskey.new.confirm(
        visitor,
        answer: client.create(challenge: options[:challenge], user_verified: true)
      )
    end

    def use(visitor, from: client, **more)
      options = JustSeal::Operations::ProveByPasskey.new.begin(visitor)
      answer = from.get(challenge: options[:challenge], user_verified: true, **more)
      [JustSeal::Operations::ProveByPasskey.new.call(visitor, answer: answer), answer]
    end

    it "is bound under level 2 at least, and counts for no more than that" do
      docket = sent_with(1, phrase: "Kittiwake at dawn")
      visitor, = enter_room(docket, "A")
      expect { enrol(visitor) }.to raise_reason(errors::Forbidden, :level_too_low_to_enrol)
      ops::ProveByPhrase.call(visitor, phrase: "kittiwake at dawn")
      expect(enrol(visitor)).to have_attributes(kind: "passkey", bound_level: 2)
      expect(use(visitor).first).to be(true)
      expect(level(visitor)).to eq(2)
    end

    it "counts for level 3 when staff had seen the person, and for nobody else" do
      docket = sent_with(3)
      visitor, sha256 = enter_room(docket, "A")
      seen(docket, visit: visitor.visit)
      expect(enrol(visitor).bound_level).to eq(3)
      expect(use(visitor).first).to be(true)
      expect(level(visitor)).to eq(3)
      act(visitor, sha256)
      other = sent_with(3)
      stranger, = enter_room(other, "A")
      expect(use(stranger).first).to be(false)
    end

    it "proves nothing when it is replayed, not verified, for another site, or copied" do
      docket = sent_with(3)
      visitor, = enter_room(docket, "A")
      seen(docket, visit: visitor.visit)
      enrol(visitor)
      _, answer = use(visitor)
      proofs = -> { JustSeal::Store::Proof.where(party_id: visitor.id, method: "passkey").count }
      expect { ops::ProveByPasskey.new.call(visitor, answer: answer) }.not_to(change { proofs.call })
      expect(use(visitor, user_verified: false).first).to be(false)
      elsewhere = WebAuthn::FakeClient.new(
        "https://elsewhere.example",
        authenticator: client.instance_variable_get(:@authenticator)
      )
      expect(use(visitor, from: elsewhere, rp_id: "localhost").first).to be(false)
      expect(use(visitor, sign_count: 0).first).to be(false)
      clock.offset += 700
      options = ops::ProveByPasskey.new.begin(visitor)
      clock.offset += 700
      expect(
        ops::ProveByPasskey.new.call(
          visitor,
          answer: client.get(challenge: options[:challenge], user_verified: true)
        )
      ).to be(false)
    end
  end

  describe "seen in person" do
    it "keeps what it has to and no more, and never of oneself" do
      docket = sent_with(1)
      expect do
        seen(
          docket,
          last: "123456789",
          issuer: "",
          expires: "2020-01-01",
          kind: "library card"
        )
      end.to raise_error(errors::Invalid) { |e|
               expect(e.problems.keys).to eq(
                 %w[
                   kind issuer last expires
                 ]
               )
             }
      seen(docket)
      expect(
        JustSeal::Store::Proof.where(
          party_id: party(
            docket,
            "A"
          ).id
        ).first.facts.to_h
      ).to eq(
        "kind" => "passport",
        "issuer" => "Kestrel Coast",
        "last" => "77K4",
        "expires" => "2031-01-31",
        "by" => "Maren Test"
      )
      visitor, = enter_room(docket, "A")
      expect(level(visitor)).to eq(1), "what was seen beside a visit counts in none"
      expect { seen(docket, visit: visitor.visit + 1) }.to raise_error(errors::Invalid)
      seen(docket, visit: visitor.visit)
      expect(level(visitor)).to eq(2)
      sign(docket, "A", visitor: visitor)
      expect do
        JustSeal::Operations::RecordSeen.call(
          staff(:joss),
          number: docket.number,
          letter: "B",
          kind: "passport",
          issuer: "Coast",
          last: "1234",
          expires: "2031-01-31"
        )
      end.to raise_error(errors::Forbidden)
    end

    it "opens the room in person only for who was seen just now" do
      docket = sent_with(1)
      expect do
        ops::OpenInPerson.new.call(
          staff(:maren),
          number: docket.number,
          letter: "A"
        )
      end.to raise_reason(errors::Conflict, :see_document_first)
      seen(docket)
      token = ops::OpenInPerson.new.call(staff(:maren), number: docket.number, letter: "A")
      visit, = ops::OpenRoom.call(token, address: "203.0.113.7", client: "RSpec", host: "Maren Test")
      expect(JustSeal::Store::Proof.where(party_id: party(docket, "A").id).select_map(:method)).to eq(["seen"])
      ops::OpenInPerson.new.give_back(staff(:maren), handle: visit.handle)
      expect { ops::OpenRoom.call(token, address: "203.0.113.7", client: "RSpec") }.to raise_error(errors::Missing)
    end
  end

  describe "the civil registry" do
    # Goes to the registry as a browser does; returns the code that comes back.
    def confirm(address, name)
      asked = URI.decode_www_form(URI(address).query).to_h
      answer = Net::HTTP.post_form(
        URI("#{office.settings.registry_url}/authorize"),
        asked.slice("state", "nonce", "redirect_uri", "code_challenge").merge(
          "name" => name,
          "birthdate" => "1975-05-17",
          "decision" => "confirm"
        )
      )
      URI.decode_www_form(URI(answer["location"]).query).to_h
    end

    it "reaches level 3 with the link, once for each question, under the right name" do
      docket = sent_with(3)
      visitor, = enter_room(docket, "A")
      address, = ops::ProveByRegistry.new.begin(visitor)
      code = confirm(address, "Halloran, INÈS").fetch("code")
      expect do
        ops::ProveByRegistry.new.call(
          visitor,
          state: "another",
          code: code
        )
      end.to raise_reason(errors::Invalid, :question_not_open)
      address, state = ops::ProveByRegistry.new.begin(visitor)
      code = confirm(address, "Halloran, INÈS").fetch("code")
      expect(ops::ProveByRegistry.new.call(visitor, state: state, code: code)).to be(true)
      expect(level(visitor)).to eq(3)
      expect { ops::ProveByRegistry.new.call(visitor, state: state, code: code) }.to raise_error(errors::Invalid)
      expect(
        JustSeal::Store::Proof.where(
          party_id: visitor.id,
          method: "civil_id"
        ).first.facts.to_h.keys
      ).to eq(%w[name born_sha256 name_agrees])
    end

    it "takes no answer that was made for another question, or that somebody else signed" do
      docket = sent_with(3)
      visitor, = enter_room(docket, "A")
      address, = ops::ProveByRegistry.new.begin(visitor)
      code = confirm(address, "Ines Halloran").fetch("code")
      _, state = ops::ProveByRegistry.new.begin(visitor)
      expect { ops::ProveByRegistry.new.call(visitor, state: state, code: code) }.to raise_error(JustSeal::Error)
    end
  end

  describe "a card" do
    let(:cards) do
      JustSeal::Standins::Cards.new(
        File.join(office.settings.var, "spec-cards"),
        authority: JustSeal::Standins::Authority.new(
          File.join(office.settings.var, "standins", "authority"),
          address: office.settings.enrolment_url.delete_suffix("/enrol")
        )
      )
    end

    after { FileUtils.rm_rf(File.join(office.settings.var, "spec-cards")) }

    def card(**values)
      cards.make(name: "Ines Halloran", **values).then { |id| cards.list.find { |one| one["id"] == id } }
    end

    def signed(card, digest) = cards.sign(card["id"], pin: "2468", digest: digest).last["signature"].unpack1("m0")

    def show(visitor, card, digest: JustSeal::Operations::ProveByCard.new.begin(visitor), by: card)
      JustSeal::Operations::ProveByCard.new.call(
        visitor,
        certificate: card["certificate"].unpack1("m0"),
        chain: card["chain"].map do |one|
          one.unpack1("m0")
        end,
        signature: signed(by, digest)
      )
    end

    it "says what is wrong with one, and takes none of those" do
      docket = sent_with(4)
      visitor, = enter_room(docket, "A")
      expect(show(visitor, card(flaw: "revoked"))).to eq([:revoked])
      expect(show(visitor, card(flaw: "expired"))).to include(:out_of_time)
      expect(show(visitor, card(flaw: "wrong_use"))).to eq([:wrong_use])
      expect(
        show(
          visitor,
          card.merge("certificate" => [Authorities.foreign_root.to_der].pack("m0"))
        )
      ).to eq([:not_signed])
      expect(show(visitor, card, by: card)).to eq([:not_signed])
      other = cards.make(name: "Somebody Else").then { |id| cards.list.find { |one| one["id"] == id } }
      expect(show(visitor, other)).to eq([:other_holder])
      expect(level(visitor)).to eq(1)
    end

    it "signs something fresh, once; and what it signs for a proof is no signature of a document" do
      docket = sent_with(4)
      visitor, sha256 = enter_room(docket, "A")
      one = card(key: "rsa")
      digest = ops::ProveByCard.new.begin(visitor)
      expect(show(visitor, one, digest: digest)).to eq([])
      expect(show(visitor, one, digest: digest)).to eq([:not_signed])
      expect(level(visitor)).to eq(4)
      expect { act(visitor, sha256) }.to raise_reason(errors::Forbidden, :card_has_to_sign)
      digests = ops::ActByCard.new.prepare(visitor, seen: { 1 => sha256 }, mark: { "typed" => "Ines Halloran" })
      expect do
        ops::ActByCard.new.call(
          visitor,
          signatures: { 1 => signed(one, digest) }
        )
      end.to raise_reason(errors::Invalid, :card_signature_wrong)
      expect do
        ops::ActByCard.new.call(
          visitor,
          signatures: { 1 => signed(card, digests[1]) }
        )
      end.to raise_reason(errors::Invalid, :card_signature_wrong)
      ops::ActByCard.new.call(visitor, signatures: { 1 => signed(one, digests[1]) })
      expect(party(docket, "A")).to have_attributes(state: "done", level_reached: 4)
    end

    it "signs by the digest that lasts, whatever it was shown with" do
      allow(office).to receive(:signature_digest).and_return("sha512")
      docket = sent_with(4)
      visitor, sha256 = enter_room(docket, "A")
      one = card
      show(visitor, one)
      digests = ops::ActByCard.new.prepare(visitor, seen: { 1 => sha256 }, mark: { "typed" => "Ines Halloran" })
      expect(digests[1].length).to eq(128)
      ops::ActByCard.new.call(visitor, signatures: { 1 => signed(one, digests[1]) })
      work_jobs
      sign(docket, "B")
      sealed = JustSeal::Store::Version.where(docket_number: docket.number, kind: "sealed").get(:sha256)
      bytes = office.blobs.get(sealed)
      expect(run_on(bytes, "pdfsig").first.scan(/Signing Hash Algorithm: (\S+)/).flatten).to include("SHA-512")
      expect(JustSeal::Core::Pdf::Check.call(bytes, **office.accepted, at: Time.now).verdict).to eq(:intact)
    end

    it "signs nothing any more once it is revoked, and what it signed before is sealed all the same" do
      docket = sent_with(4)
      visitor, sha256 = enter_room(docket, "A")
      one = card
      show(visitor, one)
      digests = ops::ActByCard.new.prepare(visitor, seen: { 1 => sha256 }, mark: { "typed" => "Ines Halloran" })
      authority = JustSeal::Standins::Authority.new(
        File.join(office.settings.var, "standins", "authority"),
        address: "x"
      )
      serial = OpenSSL::X509::Certificate.new(one["certificate"].unpack1("m0")).serial.to_i
      revoke = ->(number) { authority.revoke(number, Time.now - 60) }
      two = card
      revoke.call(serial)
      expect do
        ops::ActByCard.new.call(
          visitor,
          signatures: { 1 => signed(one, digests[1]) }
        )
      end.to raise_reason(errors::Forbidden, :card_revoked)
      show(visitor, two)
      digests = ops::ActByCard.new.prepare(visitor, seen: { 1 => sha256 }, mark: { "typed" => "Ines Halloran" })
      ops::ActByCard.new.call(visitor, signatures: { 1 => signed(two, digests[1]) })
      revoke.call(OpenSSL::X509::Certificate.new(two["certificate"].unpack1("m0")).serial.to_i)
      work_jobs
      sign(docket, "B")
      expect(docket.refresh.state).to eq("sealed")
    end

    it "is sealed at level 4 only where the card's own key signed" do
      docket = sent_with(4)
      visitor, sha256 = enter_room(docket, "A")
      show(visitor, card)
      JustSeal::Store::Party.where(id: visitor.id).update(demand: nil)
      allow(ops::ActCheck).to receive(:call)
      ops::ActOnDocket.call(visitor, seen: { 1 => sha256 }, mark: { "typed" => "Ines Halloran" })
      JustSeal::Store::Party.where(id: visitor.id).update(
        demand: Sequel.pg_jsonb(JustSeal::Core::Assurance::Demand.none.with(floor: 4).kept)
      )
      work_jobs
      sign(docket, "B")
      expect(docket.refresh.state).to eq("out")
    end

    it "blocks after three wrong PINs" do
      id = card["id"]
      expect(Array.new(3) { cards.sign(id, pin: "0000", digest: "a" * 64).first }).to eq([403, 403, 423])
      expect(cards.sign(id, pin: "2468", digest: "a" * 64).first).to eq(423)
    end
  end

  describe "agreeing" do
    it "is to a text that is in force for the document, in a form that nobody forged" do
      rulebook({ "title" => "Any", "fresh_minutes" => 30 })
      other = JustSeal::Operations::WriteConsent.call(
        staff(:edda),
        language: "sv",
        class_code: "MB",
        body: "Du kan skriva under elektroniskt. " * 5
      )
      JustSeal::Store::ConsentText.where(version: other.version).update(class_code: "XX")
      docket = sent_docket
      visitor = begin_visit(token_for(party(docket, "A")))
      [other.version, 99_999].each do |version|
        expect do
          ops::ConsentToSigning.call(visitor, version: version)
        end.to raise_reason(errors::Invalid, :consent_changed)
      end
      expect(party(docket, "A").consent_version).to be_nil
    end
  end

  describe "what is kept of a visit" do
    it "is of the bytes that are shown, whatever a browser sends" do
      docket = sent_docket
      visitor, sha256 = enter_room(docket, "A")
      many = Array.new(50) { SecureRandom.hex(32) }.to_h { |hash| [hash, [1]] }
      kept = ops::KeepDraft.call(
        visitor,
        marks: { "signature" => { "typed" => "Ines" }, "stamp" => { "typed" => "x" } },
        seen: many.merge(sha256 => [1, 2, "3", 10**9])
      )
      expect(kept).to eq("marks" => { "signature" => { "typed" => "Ines" } }, "seen" => { sha256 => [1, 2] })
      expect do
        ops::KeepDraft.call(visitor, marks: { "signature" => { "picture" => "no" } })
      end.to raise_error(errors::Invalid)
    end
  end

  describe "where a party is" do
    it "is demanded where the rules say so, and told in the entry" do
      rulebook({ "title" => "Where", "kinds" => ["outside"], "location" => "demand" })
      docket = sent_docket
      visitor, sha256 = enter_room(docket, "A")
      expect do
        act(visitor, sha256, place: { "refused" => true })
      end.to raise_reason(errors::Invalid, :place_demanded)
      expect { act(visitor, sha256, place: { "latitude" => 91, "longitude" => 0 }) }.to raise_error(errors::Invalid)
      act(visitor, sha256, place: { "latitude" => 59.91273, "longitude" => 10.74609, "accuracy" => 31.4 })
      entry = entries_of(docket.number).find do |one|
        one["kind"] == "party.acted"
      end
      expect(entry["facts"]["place"]).to eq("latitude" => "59.9127", "longitude" => "10.7461", "accuracy_m" => 31)
    end
  end

  describe "the second step of staff" do
    it "takes a key that counts nothing, again and again" do
      row = account(:tobias)
      ops::SecondSteps.new.allow(staff(:maren), account_id: row.id, reason: "Passport, at the office")
      client = WebAuthn::FakeClient.new(office.settings.address)
      options = ops::SecondSteps.new.begin_key(staff(:tobias))
      ops::SecondSteps.new.confirm_key(
        staff(:tobias),
        answer: client.create(challenge: options[:challenge], user_verified: true)
      )
      JustSeal::Store::Authenticator.where(account_id: row.id, kind: "passkey").bound.update(sign_count: 0)
      answers = Array.new(2) do
        ops::SecondSteps.new.question(staff(:tobias)).then do |asked|
          client.get(challenge: asked[:challenge], user_verified: true, sign_count: 0)
        end
      end
      expect(ops::SecondSteps.new.by_key(staff(:tobias), answer: answers.last)).to be(true)
      expect(ops::SecondSteps.new.by_key(staff(:tobias), answer: answers.last)).to be(false),
        "a question is answered once"
      options = ops::SecondSteps.new.question(staff(:tobias))
      expect(
        ops::SecondSteps.new.by_key(
          staff(:tobias),
          answer: client.get(challenge: options[:challenge], user_verified: true, sign_count: 0)
        )
      ).to be(true)
    ensure
      JustSeal::Store::Authenticator.where(account_id: row.id).update(removed_at: Time.now, removed_because: "over")
      account(:tobias).update(may_enrol_until: nil, wrong_steps: 0)
    end

    it "is bound only for whom an administrator has seen, and locks after wrong tries" do
      steps = ops::SecondSteps.new
      expect { steps.begin_app(staff(:tobias)) }.to raise_reason(errors::Forbidden, :administrator_first)
      expect do
        steps.allow(staff(:tobias), account_id: account(:joss).id, reason: "I know him")
      end.to raise_error(errors::Forbidden)
      expect do
        steps.allow(staff(:maren), account_id: account(:maren).id, reason: "I know me")
      end.to raise_error(errors::Forbidden)
      steps.allow(staff(:maren), account_id: account(:tobias).id, reason: "Passport, at the office")
      secret = steps.begin_app(staff(:tobias))
      code = ->(at) { JustSeal::Core::Assurance::TimeCode.at(secret, at.to_i / 30) }
      expect(ops::SecondSteps.new.confirm_app(staff(:tobias), code: code.call(office.now))).to be(true)
      expect(ops::SecondSteps.new.by_code(staff(:tobias), code: code.call(office.now))).to be(false),
        "never twice the same step"
      clock.offset += 60
      expect(ops::SecondSteps.new.by_code(staff(:tobias), code: code.call(office.now))).to be(true)
      5.times { ops::SecondSteps.new.by_code(staff(:tobias), code: "000000") }
      clock.offset += 60
      expect do
        ops::SecondSteps.new.by_code(
          staff(:tobias),
          code: code.call(office.now)
        )
      end.to raise_reason(errors::Forbidden, :too_many_tries_wait)
    ensure
      account(:tobias).update(wrong_steps: 0, steps_locked_until: nil, may_enrol_until: nil)
      JustSeal::Store::Authenticator.where(account_id: account(:tobias).id).update(
        removed_at: Time.now,
        removed_because: "over"
      )
    end
  end
end
