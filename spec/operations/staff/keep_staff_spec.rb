# frozen_string_literal: true

RSpec.describe JustSeal::Operations::KeepStaff do
  password = "quay lantern under the moon"
  def person(**changes)
    described_class::Person.new(
      name: "Sigrun Vale",
      email: "sigrun-#{SecureRandom.hex(4)}@ravensholm.example",
      role: "sender",
      unit: "Specs",
      job_title: "Clerk",
      **changes
    )
  end

  def invited(**changes) = described_class.new.invite(staff(:maren), person(**changes)).tap { work_jobs }
  def opened(**changes) = invited(**changes).tap { |account| choose(account) }

  # The token of the newest mail to somebody.
  def token(account) = mails(account.email).first.text_part.decoded[%r{/welcome/([A-Za-z0-9_-]{43})}, 1]

  def choose(account, token: token(account), password: "quay lantern under the moon", again: password)
    origin = { address: "127.0.0.1", client: "RSpec" }
    JustSeal::Operations::ChoosePassword.new.call(token, origin, password: password, again: again)
  end

  def told(account)
    entries_of("staff").select { |entry| entry["facts"]["name"] == account.name }.map { |entry| entry["kind"] }
  end

  def change(account, by: :maren, edits: nil, **changes)
    values = described_class::MEMBERS.to_h { |name| [name, account.refresh[name]] }.merge(changes)
    described_class.new.change(staff(by), described_class::Person.new(**values), account_id: account.id, edits: edits)
  end

  it "invites somebody, who chooses a password by the link in the mail, once" do
    account = invited(name: "Sigrun Once")
    expect(
      [
        account.status_id,
        mails(account.email).first.subject
      ]
    ).to eq([1, "Your account at Ravensholm Harbour Trust"])
    choose(account)
    expect(account.refresh.status_id).to eq(2)
    hash = JustSeal::Store.db[:account_password_hashes].where(id: account.id).get(:password_hash)
    expect(Argon2::Password.verify_password(password, hash)).to be(true)
    expect(told(account)).to eq(%w[account.made account.opened])
    expect { choose(account) }.to raise_reason(JustSeal::Errors::Missing, :account_link_ended)
  end

  it "keeps no token, and takes no link that has ended or was followed by a newer one" do
    account = invited
    first = token(account)
    expect(JustSeal::Store::AccountLink.where(account_id: account.id).get(:token_sha256)).not_to eq(first)
    described_class.new.invite_again(staff(:maren), account_id: account.id)
    work_jobs
    expect { choose(account, token: first) }.to raise_reason(JustSeal::Errors::Missing, :account_link_ended)
    clock.offset = (7 * 86_400) + 60
    expect { choose(account) }.to raise_reason(JustSeal::Errors::Missing, :account_link_ended)
    expect { choose(account, token: "x" * 43) }.to raise_reason(JustSeal::Errors::Missing, :account_link_ended)
  end

  it "gives nothing to whoever reads an address that is no longer the account's" do
    account = invited
    link = token(account)
    change(account, email: "moved-#{SecureRandom.hex(4)}@ravensholm.example")
    expect { choose(account, token: link) }.to raise_reason(JustSeal::Errors::Missing, :account_link_ended)
    described_class.new.invite_again(staff(:maren), account_id: account.id)
    change(account, email: "again-#{SecureRandom.hex(4)}@ravensholm.example")
    work_jobs
    expect(JustSeal::Store::Message.where(account_id: account.id).order(:id).last.state).to eq("superseded")
  end

  it "takes no password that is short, common, or says who and where somebody is" do
    account = invited
    {
      "too short" => :password_length,
      "password123456" => :password_guessed,
      "aaaaaaaaaaaaaaaa" => :password_guessed,
      "Sigrun Vale 2026" => :password_guessed,
      "Ravensholm Harbour" => :password_guessed
    }.each do |tried, reason|
      expect { choose(account, password: tried) }.to raise_reason(JustSeal::Errors::Invalid, reason)
    end
    expect { choose(account, password: password, again: "another") }
      .to raise_reason(JustSeal::Errors::Invalid, :password_differs)
    expect(choose(account).status_id).to eq(2)
  end

  it "lets whoever was seen enrol within the week, and nobody else" do
    expect(invited.may_enrol_until).to be_nil
    seen = invited(seen: "Passport, at the records office")
    expect(seen.may_enrol_until).to be_within(5).of(office.now + (7 * 86_400))
  end

  it "changes name, role and unit, tells each with what it was, and signs out whose role it changed" do
    account = opened(name: "Sigrun Changed")
    JustSeal::Store.db[:account_active_session_keys].insert(account_id: account.id, session_id: "s")
    change(account, job_title: "Head clerk")
    expect(JustSeal::Store.db[:account_active_session_keys].where(account_id: account.id).count).to eq(1)
    change(account, role: "auditor")
    expect(JustSeal::Store.db[:account_active_session_keys].where(account_id: account.id).count).to eq(0)
    facts = entries_of("staff").last(2).map { |entry| entry["facts"].slice("what", "before", "after") }
    expect(facts).to eq(
      [
        { "what" => "job_title", "before" => "Clerk", "after" => "Head clerk" },
        { "what" => "role", "before" => "sender", "after" => "auditor" }
      ]
    )
  end

  it "refuses what can't be, and what would leave the office without an administrator" do
    account = opened
    {
      { role: "king" } => :role_unknown,
      { unit: "Nowhere" } => :unit_unknown,
      { email: "nobody" } => :address_malformed,
      { email: "maren@ravensholm.example" } => :address_taken_by_staff,
      { name: " " } => :person_name
    }.each do |changes, reason|
      expect { change(account, **changes) }.to raise_reason(JustSeal::Errors::Invalid, reason)
      expect { invited(**changes) }.to raise_reason(JustSeal::Errors::Invalid, reason)
    end
    maren = account(:maren)
    expect { change(maren, role: "sender") }.to raise_reason(JustSeal::Errors::Forbidden, :own_role)
    second = opened(role: "administrator")
    JustSeal::Store::Account.where(role: "administrator").exclude(id: [maren.id, second.id]).update(role: "sender")
    values = JustSeal::Core::Actor.new(kind: "staff", id: second.id, name: second.name, role: "administrator")
    expect do
      described_class.new.change(
        values,
        described_class::Person.new(name: "Maren Test", email: maren.email, role: "sender", unit: "Specs"),
        account_id: maren.id
      )
      JustSeal::Operations::EndStaff.call(JustSeal::Cli.actor, account_id: second.id, reason: "Left the Trust")
    end.to raise_reason(JustSeal::Errors::Conflict, :last_administrator)
  ensure
    JustSeal::Store::Account.where(email: "maren@ravensholm.example").update(role: "administrator")
    JustSeal::Store::Account.where(id: second.id).update(role: "sender") if second
  end

  it "tells whoever was second that somebody else has changed it" do
    account = opened
    change(account, job_title: "One", edits: 0)
    expect { change(account, job_title: "Two", edits: 0) }
      .to raise_reason(JustSeal::Errors::Conflict, :changed_meanwhile)
  end

  it "is for administrators" do
    %i[edda tobias rosalind].each do |name|
      expect { described_class.new.invite(staff(name), person) }.to raise_error(JustSeal::Errors::Forbidden)
      expect { change(account(:joss), by: name, job_title: "X") }.to raise_error(JustSeal::Errors::Forbidden)
    end
  end

  describe "a forgotten password" do
    def asked(email) = JustSeal::Operations::ChoosePassword.new.ask(email, { address: "127.0.0.1", client: "RSpec" })

    it "is replaced by a link for an hour, which leaves the second factor what it was and ends all sessions" do
      account = opened
      JustSeal::Store::Authenticator.create(
        kind: "app_code",
        email: account.email.to_s,
        account_id: account.id,
        secret: "x",
        begun_at: office.now,
        bound_at: office.now,
        bound_level: 2,
        bound_by: "administrator"
      )
      JustSeal::Store.db[:account_active_session_keys].insert(account_id: account.id, session_id: "s")
      asked(account.email.to_s.upcase)
      work_jobs
      expect(mails(account.email).first.subject).to include("A new password")
      choose(account, password: "another lantern, another quay")
      expect(JustSeal::Store.db[:account_active_session_keys].where(account_id: account.id).count).to eq(0)
      expect(JustSeal::Queries::SecondSteps.any?(account.id)).to be(true)
      expect(told(account).last(2)).to eq(%w[account.reset_asked account.password_reset])
    end

    it "is answered the same for whoever has no account, and asked for at most once a minute" do
      account = opened
      sent = -> { JustSeal::Store::Message.where(account_id: account.id, kind: "password_reset").count }
      expect(asked("nobody@elsewhere.example")).to eq(asked(account.email.to_s))
      asked(account.email.to_s)
      expect(sent.call).to eq(1)
      clock.offset = 61
      asked(account.email.to_s)
      expect(sent.call).to eq(2)
      work_jobs
      clock.offset = 61 + 3700
      expect { choose(account) }.to raise_reason(JustSeal::Errors::Missing, :account_link_ended)
    end

    it "gives no link to an account that has not been opened, or has ended" do
      [
        invited,
        opened.tap do |one|
          JustSeal::Operations::EndStaff.call(staff(:maren), account_id: one.id, reason: "Left")
        end
      ]
        .each do |account|
        asked(account.email.to_s)
        expect(JustSeal::Store::Message.where(account_id: account.id, kind: "password_reset")).to be_empty
      end
    end

    it "is used once by two at the same time" do
      account = invited
      link = token(account)
      results = Array.new(2) do
        Thread.new do
          choose(account, token: link) && :done
        rescue JustSeal::Errors::Missing
          :late
        end
      end.map(&:value)
      expect(results).to contain_exactly(:done, :late)
    end
  end
end
