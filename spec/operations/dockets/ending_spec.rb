# frozen_string_literal: true

RSpec.describe "How a docket ends" do
  let(:docket) { sent_docket }

  def refuse(visitor, reason = "The dues are wrong.") = JustSeal::Operations::RefuseDocket.call(visitor, reason: reason)

  def withdraw(docket, actor = staff(:maren), reason: "Wrong version.")
    JustSeal::Operations::WithdrawDocket.call(actor, number: docket.number, reason: reason)
  end

  it "ends when a party refuses; the sender is told why" do
    visitor, = enter_room(docket, "A")
    expect(refuse(visitor)).to have_attributes(state: "refused")
    work_jobs
    expect(mails_to("maren@ravensholm.example").first.text_part.decoded).to include("The dues are wrong.")
    expect do
      JustSeal::Operations::ActOnDocket.call(
        visitor,
        seen: { 1 => document(docket).current_sha256 },
        mark: { "typed" => "I" }
      )
    end.to raise_reason(JustSeal::Errors::Conflict, :docket_ended_for_party)
  end

  it "wants a reason" do
    visitor, = enter_room(docket, "A")
    expect { refuse(visitor, " ") }.to raise_error(JustSeal::Errors::Invalid)
    expect { withdraw(docket, reason: "") }.to raise_error(JustSeal::Errors::Invalid)
  end

  it "ends when the sender withdraws; links die and whoever was invited is told" do
    token = token_for(party(docket, "A"))
    withdraw(docket)
    work_jobs
    expect(mails_to(party(docket, "A").email).first.subject).to include("was withdrawn")
    expect(mails_to(party(docket, "A").email).size).to eq(2)
    expect(JustSeal::Store::PersonalLink.first(token_sha256: Digest::SHA256.hexdigest(token)).ended_at).not_to be_nil
    expect { withdraw(docket) }.to raise_error(JustSeal::Errors::Conflict)
  end

  it "is withdrawn by the owner or an administrator" do
    expect { withdraw(docket, staff(:joss)) }.to raise_error(JustSeal::Errors::Forbidden)
  end

  it "is either signed or withdrawn when both happen at once" do
    visitor, sha256 = enter_room(docket, "A")
    acts = [
      lambda {
        JustSeal::Operations::ActOnDocket.call(visitor, seen: { 1 => sha256 }, mark: { "typed" => "I" })
      },
      lambda {
        withdraw(docket)
      }
    ]
    results = acts.map do |act|
      Thread.new do
        act.call
      rescue StandardError
        $ERROR_INFO
      end
    end.map(&:value)
    expect(docket.refresh.state).to eq("withdrawn")
    acted = kinds(docket).include?("party.acted")
    expect(results.first).to be_a(acted ? JustSeal::Store::Party : JustSeal::Errors::Conflict)
    chain = JustSeal::Core::Ledger::Chain.verify(
      JustSeal::Store::Ledger.rows(docket.number),
      docket: docket.number,
      head: JustSeal::Store::Ledger.head(docket.number)
    )
    expect(chain).to be_holds
  end

  it "lapses after its deadline, not before, and once" do
    JustSeal::Operations::LapseDocket.call(docket.id)
    expect(docket.refresh.state).to eq("out")
    clock.offset = 11 * 86_400
    work_jobs
    2.times { JustSeal::Operations::LapseDocket.call(docket.id) }
    expect(docket.refresh.state).to eq("lapsed")
    expect(kinds(docket).count("docket.lapsed")).to eq(1)
  end

  it "takes no act after the deadline, even before the job that lets it lapse has run" do
    visitor, sha256 = enter_room(docket, "A")
    clock.offset = 10 * 86_400
    expect do
      JustSeal::Operations::ActOnDocket.call(
        visitor,
        seen: { 1 => sha256 },
        mark: { "typed" => "I" }
      )
    end.to raise_reason(JustSeal::Errors::Conflict, :time_to_act_over)
    expect(party(docket, "A").state).to eq("proved")
  end

  it "does not lapse when everybody has signed in time" do
    sign(docket, "A")
    visitor, sha256 = enter_room(docket, "B")
    JustSeal::Operations::ActOnDocket.call(visitor, seen: { 1 => sha256 }, mark: { "typed" => "Joss" })
    clock.offset = 11 * 86_400
    JustSeal::Operations::LapseDocket.call(docket.id)
    expect(docket.refresh.state).to eq("out")
  end
end
