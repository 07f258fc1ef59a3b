# frozen_string_literal: true

RSpec.describe "Assurance that is enforced" do
  ops = JustSeal::Operations
  errors = JustSeal::Errors

  def rule(title, **values) = { "title" => title }.merge(values.transform_keys(&:to_s))

  after { neutral_rulebook }

  def draft_with(phrase: "Kittiwake at dawn", telephone: "", **options)
    draft = ready_draft(**options)
    parties = draft.parties.map do |party|
      party.values.slice(:letter, :turn, :act, :kind, :account_id, :name, :email, :organisation)
    end
    parties.first.merge!(phrase: phrase, telephone: telephone)
    JustSeal::Operations::EditDocket.call(
      staff(:maren),
      number: draft.number,
      edits: draft.edits,
      title: draft.title,
      message: "",
      deadline: draft.deadline,
      parties: parties
    )
  end

  def sent(**options)
    JustSeal::Operations::SendDocket.call(staff(:maren), number: draft_with(**options).number).tap { work_jobs }
  end

  def act(visitor, sha256)
    JustSeal::Operations::ActOnDocket.call(visitor, seen: { 1 => sha256 }, mark: { "typed" => "Ines Halloran" })
  end

  def code_for(docket)
    mails_to(party(docket, "A").email).find do |mail|
      mail.subject.start_with?("Your code")
    end.text_part.decoded[/\b\d{6}\b/]
  end

  def facts(docket, kind)
    entries_of(docket.number).select { |entry| entry["kind"] == kind }.map { |entry| entry["facts"] }
  end

  # {proofs of a party => level}, as "Level reached" has it; enforcement asks AssuranceStatus, whatever the point.
  sets = {
    %w[link] => 1,
    %w[link mail_code] => 1,
    %w[account] => 1,
    %w[link phrase] => 2,
    %w[link text_code] => 2,
    %w[link app_code] => 2,
    %w[account text_code] => 2,
    %w[link passkey] => 3,
    %w[link app_code phrase] => 3,
    %w[link civil_id] => 3,
    %w[link seen mail_code] => 3,
    %w[link seen] => 2,
    %w[seen] => 1,
    %w[link card] => 4,
    %w[mail_code phrase] => 0
  }.freeze

  it "lets each set of methods through each floor that it reaches, and through no other" do
    one = party(sent, "A")
    ideal = JustSeal::Core::Assurance::Methods::ALL.transform_values(&:ideal)
    passed = sets.to_h do |methods, level|
      JustSeal::Store::Proof.where(party_id: one.id).delete
      methods.each do |method|
        JustSeal::Store::Proof.create(
          party_id: one.id,
          method: method,
          proved_at: office.now,
          address: "",
          client: "",
          facts: Sequel.pg_jsonb(ideal[method].to_h)
        )
      end
      through = (1..4).select do |floor|
        one.update(demand: Sequel.pg_jsonb(JustSeal::Core::Assurance::Demand.none.with(floor: floor).kept))
        JustSeal::Queries::AssuranceStatus.new(one.docket, JustSeal::Store::Party[one.id], at: office.now).enough?
      end
      expect(through).to eq((1..level).to_a), methods.join(" and ")
      [methods, through.max.to_i]
    end
    expect(passed).to eq(sets)
  end

  describe "by a floor of 2 for outsiders" do
    before { rulebook(rule("Outsiders at level 2", kinds: ["outside"], floor: 2)) }

    it "holds a draft back whose party has no way there, and says so" do
      draft = draft_with(phrase: "none")
      points = JustSeal::Queries::DocketReadiness.call(draft, now: office.now)
      expect(
        points.map do |point|
          [point.reason, point.blocks, point.facts[:floor]]
        end
      ).to eq([[:floor_unreachable, true, 2]])
      expect { ops::SendDocket.call(staff(:maren), number: draft.number) }.to raise_error(errors::Invalid)
    end

    it "pins what is demanded when the docket is sent, and takes the act once it is proved" do
      docket = sent
      expect(facts(docket, "docket.sent").first["parties"].map { |one| one["floor"] }).to eq([2, 0])
      rulebook(rule("Nothing any more", floor: 1))
      visitor, sha256 = enter_room(docket, "A")
      expect { act(visitor, sha256) }.to raise_reason(errors::Forbidden, :level_too_low)
      expect(ops::ProveByPhrase.call(visitor, phrase: "  KITTIWAKE   at ｄawn ")).to be_truthy
      expect(
        facts(
          docket,
          "party.proved"
        ).last
      ).to include("level" => 2, "counted" => ["link two_channels", "phrase two_channels"])
      act(visitor, sha256)
      work_jobs
      sign(docket, "B")
      expect(docket.refresh.state).to eq("sealed")
      certificate = JustSeal::Store::Version.first(docket_number: docket.number, kind: "certificate")
      expect(words_of(office.blobs.get(certificate.sha256))).to include(
        "Assurance level reached: 2. Level demanded: 2, by “", "agreed phrase"
      )
    end

    it "counts a code by mail for the mailbox only once" do
      docket = sent
      visitor, sha256 = enter_room(docket, "A")
      ops::AskCode.call(visitor)
      work_jobs
      expect(ops::ProveByCode.call(visitor, code: code_for(docket))).to be_truthy
      expect { act(visitor, sha256) }.to raise_reason(errors::Forbidden, :level_too_low)
      expect(ops::ProveByCode.call(visitor, code: code_for(docket))).to be(false), "a code is good once"
    end

    it "takes a code by text message for a second channel, unless the rules forbid it" do
      docket = sent(phrase: "none", telephone: "0000 41 77")
      visitor, sha256 = enter_room(docket, "A")
      ops::AskCode.call(visitor, method: "text_code")
      work_jobs
      text = texts_to("0000 41 77").first
      expect(text).to match(/\A\d{6} is your code for/)
      expect(text.length).to be <= 160
      expect(ops::ProveByCode.call(visitor, code: text[/\d{6}/])).to be(false), "it is no code by mail"
      expect(ops::ProveByCode.call(visitor, code: text[/\d{6}/], method: "text_code")).to be_truthy
      act(visitor, sha256)
      expect(party(docket, "A")).to have_attributes(state: "done", level_reached: 2)
      rulebook(rule("No text messages", kinds: ["outside"], floor: 2, forbidden: ["text_code"]))
      expect(
        JustSeal::Queries::DocketReadiness.call(
          draft_with(phrase: "none", telephone: "0000 41 77"),
          now: office.now
        ).map(&:reason)
      ).to eq([:floor_unreachable])
      expect { draft_with(telephone: "ring me") }.to raise_reason(errors::Invalid, :not_a_telephone_number)
    end

    it "takes no proof that is stale, forged, replayed or another party's" do
      docket = sent(same_turn: true)
      visitor, sha256 = enter_room(docket, "A")
      ops::ProveByPhrase.call(visitor, phrase: "Kittiwake at dawn")
      clock.offset += 31 * 60
      expect { act(visitor, sha256) }.to raise_reason(errors::Forbidden, :proof_too_old)
      other, = enter_room(docket, "B")
      expect(ops::ProveByPhrase.call(other, phrase: "Kittiwake at dawn")).to be(false)
      visitor, sha256 = enter_room(docket, "A")
      JustSeal::Store::Proof.create(
        party_id: visitor.id,
        method: "card",
        proved_at: office.now,
        address: "",
        client: ""
      )
      expect { act(visitor, sha256) }.to raise_reason(errors::Forbidden, :level_too_low)
    end

    it "seals nothing that was acted on short of the floor, whatever stands in the table" do
      docket = sent
      JustSeal::Store::Party.where(docket_id: docket.id).update(
        state: "done",
        level_reached: 1,
        acted_at: office.now,
        consent_version: 1,
        consented_at: office.now
      )
      expect(ops::SealDocket.call(docket.id)).to be_nil
      expect(docket.refresh.state).to eq("out")
    end

    it "lets a waiver do that a second person allowed, and no other" do
      docket = sent
      ask = lambda { |**more|
        ops::AskWaiver.call(
          staff(:maren),
          number: docket.number,
          letter: "A",
          granted: 1,
          reason: "The master is at sea and has no telephone until Friday.",
          ends_at: office.now + 86_400,
          **more
        )
      }
      expect { ask.call(reason: "please") }.to raise_reason(errors::Invalid, :reason_of_substance)
      expect { ask.call(granted: 2) }.to raise_reason(errors::Invalid, :waiver_level)
      waiver = ask.call
      visitor, sha256 = enter_room(docket, "A")
      expect { act(visitor, sha256) }.to raise_error(errors::Forbidden)
      expect do
        ops::DecideWaiver.call(
          staff(:maren),
          number: docket.number,
          id: waiver.id,
          allowed: true
        )
      end.to raise_error(errors::Forbidden)
      ops::DecideWaiver.call(staff(:edda), number: docket.number, id: waiver.id, allowed: true)
      act(visitor, sha256)
      work_jobs
      sign(docket, "B")
      certificate = JustSeal::Store::Version.first(docket_number: docket.number, kind: "certificate")
      expect(words_of(office.blobs.get(certificate.sha256))).to include(
        "level 1 instead of 2, asked by Maren Test, allowed by Edda Test", "The master is at sea"
      )
      expect(waiver.refresh.withdrawn_at).not_to be_nil
      expect(kinds(docket)).to include("waiver.asked", "waiver.allowed")
    end

    it "does not let who asked decide, nor an end that has passed count" do
      docket = sent
      account(:edda).update(role: "administrator")
      waiver = ops::AskWaiver.call(
        staff(:edda),
        number: docket.number,
        letter: "A",
        granted: 1,
        reason: "The master is at sea and has no telephone.",
        ends_at: office.now + 60
      )
      account(:edda).update(role: "compliance")
      expect do
        ops::DecideWaiver.call(
          staff(:edda),
          number: docket.number,
          id: waiver.id,
          allowed: true
        )
      end.to raise_reason(errors::Forbidden, :own_waiver)
      waiver.update(decided_by: account(:maren).id, decided_at: office.now, allowed: true)
      clock.offset += 120
      visitor, sha256 = enter_room(docket, "A")
      expect { act(visitor, sha256) }.to raise_reason(errors::Forbidden, :level_too_low)
    ensure
      account(:edda).update(role: "compliance")
    end

    it "demands the same of whoever takes the place of a party" do
      docket = sent
      party(docket, "A").update(may_pass_on: true)
      visitor, = enter_room(docket, "A")
      ops::ProveByPhrase.call(visitor, phrase: "Kittiwake at dawn")
      ops::PassOn.call(visitor, name: "Nora New", email: "nora-#{SecureRandom.hex(4)}@s.example")
      work_jobs
      fresh = party(docket, "A")
      expect([JustSeal::Core::Assurance::Demand.from(fresh.demand).floor, fresh.phrase_hash]).to eq([2, nil])
      visitor, sha256 = enter_room(docket, "A")
      expect { act(visitor, sha256) }.to raise_reason(errors::Forbidden, :level_too_low)
    end
  end

  it "shows the document only after the proof where the rules want that" do
    rulebook(rule("First prove", kinds: ["outside"], floor: 2, prove_first: true))
    docket = sent
    visitor = begin_visit(token_for(party(docket, "A")))
    ops::ConsentToSigning.call(visitor, version: 1)
    [
      -> { ops::ViewDocument.call(visitor) },
      -> { ops::SaveTyped.call(visitor, typed: {}) },
      lambda {
        ops::BringFile.call(
          visitor,
          slot: "x",
          bytes: "%PDF-1.7",
          file_name: "x.pdf"
        )
      }
    ].each do |look|
      expect(&look).to raise_reason(errors::Forbidden, :level_first)
    end
    ops::ProveByPhrase.call(visitor, phrase: "Kittiwake at dawn")
    expect(ops::ViewDocument.call(visitor).first).to start_with("%PDF")
  end

  describe "by an app" do
    before { rulebook(rule("Outsiders at level 2", kinds: ["outside"], floor: 2)) }

    let(:docket) { sent }
    let(:enrol) { JustSeal::Operations::EnrolApp.new }

    def app_code(secret, ahead = 0) = JustSeal::Core::Assurance::TimeCode.at(secret, (office.now.to_i / 30) + ahead)

    # Enrols under the phrase; returns [visitor, secret].
    def enrolled
      visitor, = enter_room(docket, "A")
      JustSeal::Operations::ProveByPhrase.call(visitor, phrase: "Kittiwake at dawn")
      secret = enrol.begin(visitor)
      expect(JustSeal::Operations::EnrolApp.new.confirm(visitor, code: app_code(secret))).to be(true)
      [visitor, secret]
    end

    it "is bound under level 2 at least, and counts for no more; its codes are good once" do
      visitor, = enter_room(docket, "A")
      expect { enrol.begin(visitor) }.to raise_reason(errors::Forbidden, :level_too_low_to_enrol)
      visitor, secret = enrolled
      expect(ops::ProveByApp.call(visitor, code: app_code(secret))).to be(false), "the step of the enrolment is used"
      clock.offset += 30
      expect(ops::ProveByApp.call(visitor, code: app_code(secret))).to be_truthy
      expect(ops::ProveByApp.call(visitor, code: app_code(secret))).to be(false)
      standing = JustSeal::Queries::AssuranceStatus.new(docket.refresh, party(docket, "A"), at: office.now)
      expect([standing.level, standing.bound.first.bound_level]).to eq([2, 2])
      expect(facts(docket, "authenticator.bound")).to eq([{ "party" => "A", "kind" => "app_code", "level" => 2 }])
    end

    it "is there for the same person on another docket, and for nobody else" do
      _, secret = enrolled
      other = sent(phrase: "Other phrase")
      visitor, sha256 = enter_room(other, "A")
      clock.offset += 60
      expect(ops::ProveByApp.call(visitor, code: app_code(secret))).to be(false)
      party(other, "A").update(email: party(docket, "A").email.upcase)
      expect(ops::ProveByApp.call(visitor, code: app_code(secret))).to be_truthy
      act(visitor, sha256)
    end

    it "is taken away by the sender with a reason when it is lost, and can be enrolled anew" do
      visitor, secret = enrolled
      expect { enrol.begin(visitor) }.to raise_reason(errors::Conflict, :app_enrolled)
      expect do
        ops::RemoveAuthenticator.call(
          staff(:maren),
          number: docket.number,
          letter: "A",
          reason: " "
        )
      end.to raise_error(errors::Invalid)
      ops::RemoveAuthenticator.call(staff(:maren), number: docket.number, letter: "A", reason: "Telephone lost at sea.")
      clock.offset += 60
      expect(ops::ProveByApp.call(visitor, code: app_code(secret))).to be(false)
      expect(enrol.begin(visitor).bytesize).to eq(20)
      expect(JustSeal::Store::Authenticator.select_map(:secret).join).not_to include(secret.unpack1("H*"))
    end
  end

  it "lets nobody pass on what the rules do not allow to be, whatever the sender ticked" do
    rulebook(rule("Stays where it is", kinds: ["outside"], floor: 1, no_passing_on: true))
    docket = sent
    party(docket, "A").update(may_pass_on: true)
    visitor, = enter_room(docket, "A")
    expect do
      ops::PassOn.call(
        visitor,
        name: "Nora New",
        email: "nora@s.example"
      )
    end.to raise_reason(errors::Forbidden, :passing_on_against_rules)
  end

  def edited(draft, **changes)
    parties = draft.parties.map do |one|
      one.values.slice(:letter, :turn, :act, :kind, :account_id, :name, :email, :organisation)
    end
    parties.first.merge!(changes)
    JustSeal::Operations::EditDocket.call(
      staff(:maren),
      number: draft.number,
      edits: draft.refresh.edits,
      title: draft.title,
      message: "",
      deadline: draft.deadline,
      parties: parties
    )
    party(draft, "A").phrase_hash
  end

  it "takes a phrase for one person only: it stays with a corrected address, and is gone with another name" do
    draft = draft_with
    agreed = party(draft, "A").phrase_hash
    expect(edited(draft)).to eq(agreed)
    expect(edited(draft, email: "mistyped-before@sanderling.example")).to eq(agreed)
    expect(edited(draft, name: "Somebody Else", email: "somebody-else@sanderling.example")).to be_nil
    expect { draft_with(phrase: "gull") }.to raise_reason(errors::Invalid, :phrase_too_short)
  end

  it "ends a code with the party it was sent to" do
    docket = sent
    visitor, = enter_room(docket, "A")
    ops::AskCode.call(visitor)
    work_jobs
    code = code_for(docket)
    ops::ReplaceParty.call(
      staff(:maren),
      number: docket.number,
      letter: "A",
      name: "Nora New",
      email: "nora-#{SecureRandom.hex(4)}@s.example"
    )
    work_jobs
    visitor, = enter_room(docket, "A")
    expect(ops::ProveByCode.call(visitor, code: code)).to be(false)
  end

  describe "against wrong tries" do
    let(:docket) { sent }
    let(:visitor) { enter_room(docket, "A").first }

    def try_code(code = "000000") = JustSeal::Operations::ProveByCode.call(visitor, code: code)

    it "ends a code after five, and after ten minutes" do
      ops::AskCode.call(visitor)
      work_jobs
      right = code_for(docket)
      wrong = right == "000000" ? "111111" : "000000"
      5.times { expect(try_code(wrong)).to be(false) }
      expect(try_code(right)).to be(false)
      clock.offset += 31
      ops::AskCode.call(visitor)
      work_jobs
      clock.offset += 601
      expect(try_code(code_for(docket))).to be(false)
    end

    it "locks a party after ten over all methods, tells the sender, and is released by it" do
      5.times { try_code }
      5.times { ops::ProveByPhrase.call(visitor, phrase: "wrong") }
      expect do
        ops::ProveByPhrase.call(visitor, phrase: "Kittiwake at dawn")
      end.to raise_reason(errors::Forbidden, :too_many_tries)
      expect { ops::AskCode.call(visitor) }.to raise_reason(errors::Forbidden, :too_many_tries)
      work_jobs
      expect(mails_to(docket.owner.email).map(&:subject)).to include("Locked: #{docket.title}")
      ops::ReleaseParty.call(staff(:maren), number: docket.number, letter: "A")
      expect(ops::ProveByPhrase.call(visitor, phrase: "Kittiwake at dawn")).to be_truthy
      expect(kinds(docket).tally).to include("party.proof_failed" => 10, "party.locked" => 1, "party.released" => 1)
    end

    it "sends codes no faster than every half minute, and five an hour" do
      ops::AskCode.call(visitor)
      expect { ops::AskCode.call(visitor) }.to raise_reason(errors::Conflict, :code_just_sent)
      4.times { (clock.offset += 31) && ops::AskCode.call(visitor) }
      clock.offset += 31
      expect { ops::AskCode.call(visitor) }.to raise_reason(errors::Conflict, :codes_sent)
    end

    it "keeps neither code nor phrase, in no table and no entry" do
      ops::AskCode.call(visitor)
      work_jobs
      code = code_for(docket)
      kept = [
        JustSeal::Store::PartyCode.where(party_id: visitor.id).all,
        JustSeal::Store::Message.where(docket_id: docket.id).all,
        JustSeal::Store::Party[visitor.id],
        JustSeal::Store::Ledger.rows(docket.number)
      ].map(&:inspect).join
      expect(kept).not_to match(/\b#{code}\b|Kittiwake/i)
    end
  end

  describe "by rulebooks" do
    it "written by compliance alone, in versions that nobody changes" do
      expect do
        ops::SaveRulebook.call(
          staff(:maren),
          title: "x",
          definition: { "rules" => [rule("One", floor: 1)] },
          starts_at: office.now,
          version: 0
        )
      end.to raise_error(errors::Forbidden)
      row = rulebook(rule("One", floor: 1))
      expect do
        ops::SaveRulebook.call(
          staff(:edda),
          title: "x",
          definition: { "rules" => [rule("One", floor: 1)] },
          starts_at: office.now,
          version: row.version - 1
        )
      end.to raise_error(errors::Conflict)
      expect do
        ops::SaveRulebook.call(
          staff(:edda),
          title: "x",
          definition: { "rules" => [rule("One", floor: 4, allowed: %w[phrase])] },
          starts_at: office.now - 3600,
          version: row.version
        )
      end
        .to raise_error(errors::Invalid) { |e| expect(e.problems.keys).to contain_exactly("rules.0", "starts") }
      expect { row.update(title: "other") }.to raise_error(Sequel::DatabaseError, /never changed/)
      expect { row.delete }.to raise_error(Sequel::DatabaseError, /never changed/)
    end

    it "rehearsed on what has happened, by the same function" do
      docket = shared_docket
      objections = lambda do |**values|
        _, stopped = JustSeal::Queries::RulebookRehearsal.new(
          { "rules" => [rule("R", **values)] },
          since: office.now - 86_400
        ).call
        stopped.select do |one|
          one.docket.id == docket.id
        end.map do |one|
          [
            one.party.letter,
            one.objections.map do |objection|
              [objection.reason, objection.reached].compact
            end
          ]
        end
      end
      expect(objections.call(kinds: ["outside"], floor: 3)).to eq([["A", [[:level, 1]]]])
      expect(objections.call(floor: 1)).to eq([])
      expect(objections.call(kinds: ["outside"], location: "demand")).to eq([["A", [[:location]]]])
      docket.parties.each { |party| party.proofs.each { |proof| proof.update(proved_at: proof.proved_at - 600) } }
      expect(objections.call(fresh_minutes: 5).map(&:first)).to eq(%w[A B])
      expect(objections.call(fresh_minutes: 15)).to eq([])
    end
  end
end
