# frozen_string_literal: true

RSpec.describe "Steering a running docket" do
  ops = JustSeal::Operations
  let(:docket) { sent_docket }
  let(:first) { party(docket, "A") }

  define_method(:remind) do |who = :maren, letter: "A"|
    ops::RemindParty.call(staff(who), number: docket.number, letter: letter)
  end
  define_method(:replace) do |who: :maren, letter: "A", **values|
    ops::ReplaceParty.call(staff(who), number: docket.number, letter: letter, **values)
  end
  def last_entry = entries_of(docket.number).last

  describe "by a reminder" do
    it "sends a mail with a link of its own, and leaves the earlier link alive" do
      old = token_for(first)
      remind
      work_jobs
      mail = mails_to(first.email).first
      expect(mail.subject).to start_with("Still open for you to sign")
      expect(token_for(first)).not_to eq(old)
      [old, token_for(first)].each do |token|
        expect(begin_visit(token).id).to eq(first.id)
      end
      expect(first.refresh.reminders).to eq(1)
    end

    it "goes to nobody twice within the hour, and not to who has nothing to do" do
      remind
      expect { remind }.to raise_reason(JustSeal::Errors::Conflict, :reminded_lately)
      expect { remind(letter: "B") }.to raise_reason(JustSeal::Errors::Conflict, :nothing_do_now)
      expect { remind(:joss) }.to raise_error(JustSeal::Errors::Forbidden)
      clock.offset = 3700
      expect(remind.reminders).to eq(2)
    end
  end

  describe "by jobs" do
    let(:draft) { ready_draft }

    define_method(:send_with) do |**days|
      draft.update(days)
      ops::SendDocket.call(staff(:maren), number: draft.number).tap { work_jobs }
    end
    def reminders(docket) = kinds(docket).count("party.reminded")

    it "reminds at the times that were asked for, and warns the sender" do
      sent = send_with(remind_after_days: 3, remind_every_days: 2, remind_before_days: 1)
      { 2.9 => 0, 3.1 => 1, 4.9 => 1, 5.2 => 2, 7.3 => 3, 9.9 => 4 }.each do |days, expected|
        clock.offset = days * 86_400
        work_jobs
        expect([days, reminders(sent)]).to eq([days, expected])
      end
      expect(kinds(sent)).to include("docket.warned")
      expect(mails_to("maren@ravensholm.example").map(&:subject)).to include("Soon lapses: #{sent.title}")
    end

    it "reminds once, however many processes do" do
      sent = send_with(remind_after_days: 3)
      clock.offset = 3.1 * 86_400
      results = Array.new(3) { Thread.new { ops::RemindDocket.call(sent.id).size } }.map(&:value)
      expect(results.sort).to eq([0, 0, 1])
    end

    it "reminds nobody who has acted, or of a docket that has ended" do
      sent = send_with(remind_after_days: 3)
      ops::WithdrawDocket.call(staff(:maren), number: sent.number, reason: "not needed")
      clock.offset = 3.1 * 86_400
      expect(ops::RemindDocket.call(sent.id)).to eq([])
    end
  end

  describe "by another address" do
    it "lets the old link die, forgets what was proved there, and invites anew" do
      old = token_for(first)
      enter_room(docket, "A")
      replace(name: first.name, email: "right@sanderling.example")
      work_jobs
      expect do
        ops::OpenRoom.call(
          old,
          address: "203.0.113.7",
          client: "x"
        )
      end.to raise_reason(JustSeal::Errors::Missing, :link_ended)
      expect(first.refresh).to have_attributes(
        state: "invited",
        consent_version: nil,
        level_reached: nil,
        email: "right@sanderling.example"
      )
      expect(first.proofs_dataset.count).to eq(0)
      expect(kinds(docket)).to include("party.corrected")
      sign(docket, "A")
      expect(first.refresh.state).to eq("done")
    end

    it "keeps telephone and phrase with a corrected address, and takes new ones for somebody else" do
      phrase = ops::ProveByPhrase.hash("lantern on the quay")
      first.update(telephone: "+47 900 00 000", phrase_hash: phrase)
      replace(name: "Ines Halloran", email: "right-#{SecureRandom.hex(4)}@sanderling.example")
      expect(first.refresh.values.slice(:telephone, :phrase_hash))
        .to eq(telephone: "+47 900 00 000", phrase_hash: phrase)
      replace(name: "Nora New", email: "nora-#{SecureRandom.hex(4)}@s.example", telephone: "+47 911 11 111")
      expect(first.refresh).to have_attributes(telephone: "+47 911 11 111", phrase_hash: nil)
      replace(name: "Third One", email: "third-#{SecureRandom.hex(4)}@s.example", phrase: "a mole in the harbour")
      expect(first.refresh.telephone).to eq("")
      expect(Argon2::Password.verify_password("a mole in the harbour", first.phrase_hash)).to be(true)
      expect { replace(name: "Fourth", email: "f@s.example", telephone: "none", phrase: "gull") }
        .to raise_error(JustSeal::Errors::Invalid) { |e| expect(e.problems.keys).to eq(%w[telephone phrase]) }
    end

    it "sends an invitation that was still waiting no more to the wrong address" do
      office.mail = Class.new { def deliver(**) = raise(JustSeal::Errors::Unavailable, "down") }.new
      draft = ready_draft
      better = "late-#{SecureRandom.hex(4)}@sanderling.example"
      ops::SendDocket.call(staff(:maren), number: draft.number)
      wrong = party(draft, "A").email
      ops::ReplaceParty.call(staff(:maren), number: draft.number, letter: "A", name: "Ines Halloran", email: better)
      office.mail = @kept.fetch(:mail)
      work_jobs
      expect([mails_to(wrong).size, mails_to(better).size]).to eq([0, 1])
    end

    it "lets an act that was begun before count no more" do
      visitor, sha256 = enter_room(docket, "A")
      started = Queue.new
      apply = JustSeal::Core::Pdf::ApplyPartySignature
      allow(apply).to receive(:call).and_wrap_original do |act, *arguments, **options|
        act.call(*arguments, **options).tap { started.push(true) && sleep(0.6) }
      end
      acting = Thread.new do
        ops::ActOnDocket.call(
          visitor,
          seen: { 1 => sha256 },
          mark: { "typed" => "Somebody else" }
        )
      rescue StandardError
        $ERROR_INFO
      end
      started.pop
      replace(name: "The Right One", email: "one@sanderling.example")
      expect(acting.value).to be_a(JustSeal::Errors::Forbidden)
      expect(document(docket).current_sha256).to eq(sha256)
    end

    it "puts staff in the place of somebody outside, also before its turn" do
      asked = -> { mails_to("tobias@ravensholm.example").count { |mail| mail.subject.start_with?("Please sign:") } }
      before = asked.call
      replace(letter: "B", account_id: account(:tobias).id)
      expect(party(docket, "B")).to have_attributes(kind: "staff", name: "Tobias Test", state: "waiting")
      expect(last_entry["kind"]).to eq("party.replaced")
      expect(asked.call).to eq(before)
    end

    it "wants a name and an address, and changes nobody who has acted" do
      expect do
        replace(name: " ", email: "x")
      end.to raise_error(JustSeal::Errors::Invalid) { |e| expect(e.problems.keys).to eq(%w[name email]) }
      expect do
        replace(name: "n" * 300, email: "x@s.example")
      end.to raise_reason(JustSeal::Errors::Invalid, :too_long)
      expect do
        replace(
          name: first.name,
          email: first.email,
          organisation: first.organisation
        )
      end.to raise_reason(JustSeal::Errors::Invalid, :same_person)
      sign(docket, "A")
      expect do
        replace(name: "Late", email: "late@s.example")
      end.to raise_reason(JustSeal::Errors::Conflict, :acted_already)
    end
  end

  describe "by another deadline" do
    define_method(:change) do |at, who: :maren|
      ops::ChangeDeadline.call(staff(who), number: docket.number, deadline: at)
    end

    it "lapses at the new one, not at the old one" do
      old = docket.deadline
      change(old + (5 * 86_400))
      clock.offset = old + 3600 - Time.now.utc
      work_jobs
      expect(docket.refresh.state).to eq("out")
      clock.offset += 5 * 86_400
      work_jobs
      expect(docket.refresh.state).to eq("lapsed")
    end

    it "can be shortened, but not into the past, and not once time has run out" do
      expect { change(office.now - 60) }.to raise_error(JustSeal::Errors::Invalid)
      expect { change(nil) }.to raise_error(JustSeal::Errors::Invalid)
      change(office.now + 3600)
      clock.offset = 7200
      expect { change(office.now + 86_400) }.to raise_reason(JustSeal::Errors::Conflict, :time_run_out)
      expect { change(office.now + 86_400, who: :joss) }.to raise_error(JustSeal::Errors::Forbidden)
    end
  end

  describe "by a new docket" do
    it "has the same parties, wording and fields, over the newest version" do
      ops::WithdrawDocket.call(staff(:maren), number: docket.number, reason: "wrong paper")
      copy = ops::CopyDocket.call(staff(:maren), number: docket.number)
      expect(copy.refresh).to have_attributes(state: "draft", made_from: docket.number, message: docket.message)
      expect(copy.parties.map { |one| [one.letter, one.name, one.turn, one.state] }).to eq(
        docket.parties.map { |one|
          [one.letter, one.name, one.turn, "waiting"]
        }
      )
      expect(copy.documents.first.fields.map(&:name)).to eq(docket.documents.first.fields.map(&:name))
    end

    it "is not made while the old one runs, nor twice" do
      expect do
        ops::CopyDocket.call(
          staff(:maren),
          number: docket.number
        )
      end.to raise_reason(JustSeal::Errors::Conflict, :docket_not_ended)
      ops::WithdrawDocket.call(staff(:maren), number: docket.number, reason: "wrong paper")
      results = Array.new(2) do
        Thread.new do
          ops::CopyDocket.call(staff(:maren), number: docket.number)
        rescue StandardError
          $ERROR_INFO
        end
      end.map(&:value)
      expect(results.map(&:class)).to contain_exactly(JustSeal::Store::Docket, JustSeal::Errors::Conflict)
    end
  end
end
