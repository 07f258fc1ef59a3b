# frozen_string_literal: true

require "timeout"

# An office from nothing, by the steps of docs/running.md: behind nginx with TLS, with mail that has to be signed in to,
# people who sign on at a provider by other makers, two web and two job processes; a record is captured, sent, signed
# and sealed there; then it is backed up, and put back elsewhere.
RSpec.describe "An installation" do
  include FreshOffices
  include Providers

  user = "records@pilots.example"
  secret = "a+b/c:d%e@f"
  password = "lantern over the inner basin"
  site = File.read(File.join(JustSeal::ROOT, "docs", "nginx-site.conf"))
  # What an administrator does on pages, done by the operations beneath them.
  prepare = <<~RUBY
    require_relative "config/boot"
    include JustSeal
    Store.connect(Settings.new.need(:database_url))
    row = Store::Account.first
    who = Core::Actor.new(kind: "staff", id: row.id, name: row.name, role: row.role, unit: row.unit)
    policy = Store::OfficeChoices.sign_on
    place = Core::Offices::SignOnPolicy::Place.new(group: "records", role: "sender", unit: "Records office")
    decided = policy.with(makes_accounts: true, places: [place])
    Operations::KeepSignOn.new.call(who, decided, seen: policy.mark, signed_on: false)
    Operations::DefineClass.call(who, definition: {
      "code" => "PL", "title" => "Pilot licences", "scope_note" => "Licences.", "needs_signature" => true,
      "particulars" => [], "checks" => [], "naming_rule" => "", "filing_rule" => ""
    })
    Operations::SaveCaseFile.call(who, given: { "code" => "PL-1", "title" => "Licences" })
    record = Operations::CaptureRecord.call(
      who, bytes: File.binread(ARGV.fetch(0)), file_name: "licence.pdf", title: "Pilot licence",
      record_class: Store::RecordClass.first, case_file: Store::CaseFile.first, particulars: {}
    )
    docket = Operations::DraftDocket.call(who, record: record)
    ines = { name: "Ines Halloran", email: "ines@sanderling.example", organisation: "Sanderling" }
    docket = Operations::EditDocket.call(
      who, number: docket.number, edits: 0, title: docket.title, message: "Please sign.",
      deadline: Time.now.utc + 864_000,
      parties: [{ letter: "A", turn: 1, act: "sign", kind: "outside", account_id: nil, **ines }]
    )
    place = { "page" => 1, "x" => 90.0, "y" => 300.0, "width" => 150.0, "height" => 30.0 }
    field = { "kind" => "signature", "party" => "A", **place }
    Operations::PlaceFields.call(who, number: docket.number, edits: docket.edits, fields: [field])
    Operations::SendDocket.call(who, number: docket.number)
    puts docket.number
  RUBY

  # nginx by docs/nginx-site.conf before the web server at +behind+.
  def proxy(folder, site, port, behind)
    File.chmod(0o755, folder)
    made = %w[openssl req -x509 -newkey ec -pkeyopt ec_paramgen_curve:P-256 -nodes -days 2 -subj /CN=localhost]
    system(*made, "-keyout", "#{folder}/key.pem", "-out", "#{folder}/fullchain.pem", err: File::NULL, exception: true)
    filled = site.sub("127.0.0.1:7300", "127.0.0.1:#{behind}").sub("listen 443", "listen 127.0.0.1:#{port}")
      .gsub("/etc/ssl/office.example", folder).gsub("office.example", "localhost")
    temporary = %w[client_body proxy fastcgi uwsgi scgi].map { |name| "#{name}_temp_path #{folder}/#{name};" }.join(" ")
    File.write("#{folder}/nginx.conf", <<~CONF)
      daemon off;
      pid #{folder}/nginx.pid;
      error_log #{folder}/error.log;
      events {}
      http { access_log off; #{temporary} #{filled} }
    CONF
    start_server("/usr/sbin/nginx", "-p", folder, "-c", "#{folder}/nginx.conf", port: port)
  end

  # A browser that takes the certificate that was made a moment ago.
  def browser
    Capybara.register_driver(:trusting) do |app|
      switches = Browsers::SWITCHES.merge("ignore-certificate-errors" => nil)
      Capybara::Cuprite::Driver.new(
        app,
        browser_path: "/usr/bin/chromium-headless-shell",
        browser_options: switches,
        process_timeout: 40,
        timeout: 30,
        pending_connection_errors: false
      )
    end
    Capybara::Session.new(:trusting)
  end

  # Somebody of whom the office knows nothing yet, but the provider does.
  def sign_on(session, address)
    session.visit "#{address}/dockets"
    session.click_link t("sign_in.login.sign_on", provider: "Pilots’ accounts")
    session.assert_current_path("#{address}/dockets", url: true)
    session.assert_text "Joss Test"
  end

  def sign(session, link)
    session.visit link
    session.click_button t("room.door.enter", name: "Ines Halloran")
    session.click_button t("room.consent.agree")
    session.assert_selector(".pdf-page[data-drawn]", minimum: 1)
    until session.has_button?(t("room.acts.sign.button.one"), wait: 0.3)
      session.click_button t("room.slip.next")
      next unless session.has_css?("dialog#mark[open]", wait: 1)

      session.fill_in t("room.mark_dialog.typed"), with: "Ines Halloran"
      session.click_button t("room.mark_dialog.use")
    end
    session.click_button t("room.acts.sign.button.one")
    session.assert_selector("#confirm [data-result][data-ready]")
    session.within("#confirm") { session.click_button t("room.acts.sign.button.one") }
    session.assert_selector("h1", text: t("room.ended.have.sign"), wait: 60)
  end

  def jobs(env, folder)
    Array.new(2) do |index|
      command = [env, "bundle", "exec", "bin/justseal", "jobs"]
      pid = Process.spawn(*command, out: ["#{folder}/jobs-#{index}.log", "a"], err: %i[child out], pgroup: true)
      (@servers ||= []) << pid
    end
  end

  def wait_until_sealed(env, number)
    Sequel.connect(env["JUST_SEAL_DATABASE_URL"]) do |db|
      Timeout.timeout(90) { sleep 0.3 until db[:dockets].where(number: number).get(:state) == "sealed" }
    end
  end

  it "serves, seals, is backed up, and holds elsewhere" do
    # Held until its server starts: others look for ports meanwhile.
    held = TCPServer.new("127.0.0.1", 0)
    port = held.addr[1]
    smtp = free_port
    relay = Relay.new(port: smtp, user: user, password: secret).tap(&:start)
    behind = free_port
    fresh_office(behind) do |env|
      folder = env["JUST_SEAL_VAR"]
      env = env.merge(
        "JUST_SEAL_ADDRESS" => "https://localhost:#{port}",
        "JUST_SEAL_TRUSTED_PROXIES" => "127.0.0.1",
        "JUST_SEAL_WEB_PROCESSES" => "2",
        "JUST_SEAL_SIGN_ON_URL" => start_peer("https://localhost:#{port}", email: "joss@pilots.example"),
        "JUST_SEAL_SIGN_ON_NAME" => "Pilots’ accounts",
        "JUST_SEAL_SIGN_ON_CLIENT" => "just-seal",
        "JUST_SEAL_SIGN_ON_SECRET" => Providers::SECRET,
        "JUST_SEAL_CHECKPOINT_FILE" => "#{folder}/outside/checkpoints.jsonl",
        "JUST_SEAL_SMTP_URL" => "smtp://#{[user, secret].map do |text|
          URI.encode_www_form_component(text)
        end.join(":")}" \
                                "@127.0.0.1:#{smtp}"
      )
      expect(just_seal(env, "migrate").last).to eq(0)
      start_office(behind, **env.transform_keys(&:to_sym))
      held.close
      proxy(folder, site, port, behind)
      jobs(env, folder)

      answers = ["Ravensholm Pilots", "RP", "Europe/Oslo", user, "Maren Oake", "maren@pilots.example", "Records office"]
      expect(just_seal(env, "setup", "--here", typed: [*answers, password, password, "0", "0", "0"]).first)
        .to include("✓ Mail server: fine", "✓ Time-stamp authority: fine")
      %w[seal witness].each { |name| expect(just_seal(env, "rotate-key", name).last).to eq(0) }
      expect(just_seal(env, "setup")).to match([include("Nothing is missing."), 0])

      document = "#{folder}/licence.pdf"
      File.binwrite(document, pdf("Pilot licence"))
      number, error, = Open3.capture3(env, "ruby", "-", document, stdin_data: prepare, chdir: JustSeal::ROOT)
      expect(number).to match(/\ARP-\d{4}-00001$/), error
      mail = relay.mail_to("ines@sanderling.example")
      expect([mail.from, mail.reply_to]).to eq([[user], ["maren@pilots.example"]])

      session = browser
      sign_on(session, "https://localhost:#{port}")
      sign(session, mail.text_part.decoded[%r{https://localhost:#{port}/room/\S+}])
      wait_until_sealed(env, number.strip)
      copy = relay.mail_to("ines@sanderling.example").attachments.first.decoded
      report = JustSeal::Core::Pdf::Check.call(copy, roots: office.roots, at: Time.now)
      expect(report).to have_attributes(verdict: :intact, findings: [])

      expect(just_seal(env, "backup", "#{folder}/backups").last).to eq(0)
      expect(just_seal(env, "drill", "#{folder}/backups")).to match([include("All of it holds."), 0])
      expect(just_seal(env, "audit-ledger")).to match([include("all of it holds"), 0])
    rescue Capybara::ElementNotFound, Capybara::ExpectationNotMet
      say_what_was_shown(session)
      raise
    ensure
      session&.quit
    end
  ensure
    relay&.stop(wait_seconds_before_close: 0)
  end
end
