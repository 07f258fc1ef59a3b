# frozen_string_literal: true

# How staff sign in: two factors where a role needs them, nobody locked out, nothing that tells whether a name exists.
RSpec.describe "Signing in" do
  include Pages

  def try_password(email, password, from: "203.0.113.50")
    env = header_host.merge("REMOTE_ADDR" => from)
    page = Nokogiri::HTML(get("/login", {}, env).body)
    token = page.at("form[action='/login'] input[name=_csrf]")["value"]
    post("/login", { "_csrf" => token, "login" => email, "password" => password }, env)
    last_response.status
  end

  def right(from: "203.0.113.50") = try_password("edda@ravensholm.example", TestOffice::PASSWORD, from: from)
  def wrong(email = "edda@ravensholm.example", from: "203.0.113.50") = try_password(email, "wrong", from: from)
  def entries = JustSeal::Store::Ledger.rows("staff").map { |text, _| JSON.parse(text) }
  def kinds_of(name) = entries.select { |entry| entry["actor"]["name"] == name }.map { |entry| entry["kind"] }

  before { clear_cookies }
  after { JustSeal::Store.db[:sign_in_tries].delete }

  describe "with wrong passwords" do
    it "is slowed down where they are typed, and nowhere else" do
      clock.offset = 0
      expect(Array.new(7) { wrong }.last(2)).to eq([401, 429])
      expect(right).to eq(429), "the right one waits as well"
      expect(last_response["retry-after"].to_i).to be_between(1, 4)
      expect(right(from: "203.0.113.51")).to eq(302), "its owner signs in from elsewhere"
      clear_cookies
      clock.offset = 10
      expect(right).to eq(302)
    end

    it "is slowed down for everybody a little when many addresses try one account, and never closed" do
      allow(Rack::Attack).to receive(:enabled).and_return(false)
      32.times { |n| JustSeal::Operations::SignIns.new.failed(nil, "edda@ravensholm.example", "198.51.100.#{n}") }
      expect(right).to eq(429)
      expect(last_response["retry-after"].to_i).to be <= 30
      clock.offset = 31
      expect(right).to eq(302)
    end

    it "is told in the ledger, and let go by an administrator" do
      7.times { wrong }
      right(from: "203.0.113.52")
      expect(kinds_of("Edda Test").last(7)).to eq([*["sign_in.failed"] * 5, "sign_in.slowed", "sign_in.done"])
      JustSeal::Operations::SignIns.new.release(staff(:maren), account_id: account(:edda).id)
      clear_cookies
      expect(right).to eq(302)
      expect(entries.map { |entry| entry["kind"] }).to include("account.released")
      expect { JustSeal::Operations::SignIns.new.release(staff(:joss), account_id: account(:edda).id) }
        .to raise_error(JustSeal::Errors::Forbidden)
    end

    it "answers the same for a name that does not exist, and takes as long" do
      wasted = 0
      allow(JustSeal::Web::Passwords).to(
        receive(:waste).and_wrap_original do |work, *given|
          (wasted += 1) && work.call(*given)
        end
      )
      shown = ["edda@ravensholm.example", "nobody@ravensholm.example"].map do |email|
        [wrong(email), page.at("[role=alert]").text.strip]
      end
      expect([shown.uniq.size, wasted]).to eq([1, 1])
    end
  end

  describe "where the role needs a second factor" do
    let(:demanding) do
      settings = office.settings
      allow(settings).to receive(:two_factor_roles).and_return(%w[compliance])
    end

    before { demanding }

    it "opens nothing but one's own account until one is enrolled" do
      right
      %w[/ /dockets /records /rules].each do |path|
        get(path, {}, header_host)
        expect([path, last_response["location"]]).to eq([path, "/account"])
      end
      expect(open_page("/account")).to eq(200)
      expect(text).to include(t("account.show.wanted"))
    end

    it "is let enrol by a command on the machine, where no administrator could: which is an entry" do
      arguments = ["allow-enrolment", "edda@ravensholm.example", "Seen", "at", "the", "office"]
      expect { JustSeal::Cli.run(arguments) }.to output(/Edda Test/).to_stdout
      expect(account(:edda).may_enrol_until).to be > Time.now
      by_hand = { "kind" => "account.may_enrol", "actor" => a_hash_including("via" => "command_line") }
      expect(entries.last).to include(by_hand)
      expect { JustSeal::Cli.run(["allow-enrolment", "nobody@ravensholm.example", "Seen"]) }
        .to output(/nobody@ravensholm.example/).to_stderr
    ensure
      account(:edda).update(may_enrol_until: nil)
    end

    it "leaves other roles as they are" do
      expect(try_password("joss@ravensholm.example", TestOffice::PASSWORD)).to eq(302)
      expect(open_page("/dockets")).to eq(200)
    end
  end

  it "is refused by what is said before JUST_SEAL_SECOND_FACTOR names roles: it is on by default" do
    expect(JustSeal::Settings.new({}).two_factor_roles).to eq(%w[administrator compliance auditor])
    expect(JustSeal::Settings.new({ "JUST_SEAL_SECOND_FACTOR" => "none" }).two_factor_roles).to eq([])
  end

  it "ends sessions from before something was enrolled" do
    with_session(:old) { right(from: "203.0.113.60") }
    right
    JustSeal::Operations::SecondSteps.new.allow(staff(:maren), account_id: account(:edda).id, reason: "Seen here")
    open_page("/account")
    send_form("/account/app")
    row = JustSeal::Store::Authenticator.where(account_id: account(:edda).id).order(:id).last
    secret = [office.secret_box.open(row.secret)].pack("H*")
    code = JustSeal::Core::Assurance::TimeCode.at(secret, office.now.to_i / 30)
    send_form("/account/app/confirm", code: code)
    expect(open_page("/dockets")).to eq(200)
    with_session(:old) { expect(get("/dockets", {}, header_host)["location"]).to eq("/login") }
  ensure
    JustSeal::Operations::SecondSteps.new.reset(
      staff(:maren),
      account_id: account(:edda).id,
      reason: "The spec is over"
    )
  end

  it "shows one's own sessions and sign-ins, and ends them" do
    with_session(:elsewhere) { right(from: "203.0.113.70") }
    right
    open_page("/account")
    expect(text).to include("203.0.113.70", t("account.sign_ins.this_one"))
    send_form("/account/sessions")
    with_session(:elsewhere) { expect(get("/dockets", {}, header_host)["location"]).to eq("/login") }
    expect(open_page("/dockets")).to eq(200)
  end

  it "ends all other sessions with a changed password" do
    with_session(:elsewhere) { right(from: "203.0.113.71") }
    right
    open_page("/account/password")
    send_form("/account/password", old: "not it", password: "one two three four", again: "one two three four")
    expect(last_response.status).to eq(422)
    send_form("/account/password", old: TestOffice::PASSWORD, password: "short", again: "short")
    expect(last_response.status).to eq(422)
    send_form(
      "/account/password",
      old: TestOffice::PASSWORD,
      password: "one two three four",
      again: "one two three four"
    )
    expect(last_response.status).to eq(302)
    with_session(:elsewhere) { expect(get("/dockets", {}, header_host)["location"]).to eq("/login") }
    expect(open_page("/dockets")).to eq(200)
  ensure
    hash = Argon2::Password.new(t_cost: 1, m_cost: 5).create(TestOffice::PASSWORD)
    JustSeal::Store.db[:account_password_hashes].where(id: account(:edda).id).update(password_hash: hash)
  end

  it "is asked for whatever the path looks like" do
    %w[
      /login/..
      /login/../
      /login/../records
      /login/./../records
      /logout/..
      /check/../dockets
      /check/..%2fdockets
      /room/../dockets
      /%2e%2e/records
      //records
      /pad/..%5c..%5crecords
      /login/%2e%2e/records
      /health/../rules
      /visit/x/../../records
    ].each do |path|
      status = get(path, {}, header_host).status
      expect([path, [404, 302, 403].include?(status)]).to eq([path, true])
      expect(last_response.body).not_to include("class=\"person\"")
      expect([path, last_response["location"]]).to eq([path, "/login"]) if status == 302
    end
  end

  it "is kept from caches, behind it and before it" do
    right
    ["/", "/account", "/records", "/nothing-here"].each do |path|
      get(path, {}, header_host)
      expect([path, last_response["cache-control"]]).to eq([path, "no-store"])
    end
  end
end
