# frozen_string_literal: true

require "base64"
require "tmpdir"

# An office from an empty database, as whoever installs it does.
RSpec.describe "Setting an office up" do
  include FreshOffices

  password = "lantern over the inner basin"

  # What an app with +key+, as somebody types it, shows now.
  def code_of(key) = JustSeal::Core::Assurance::TimeCode.at(base32(key.delete(" ")), Time.now.to_i / 30)

  # A PNG, as an office brings its logo.
  def one_pixel
    Base64.decode64(
      "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAIAAACQd1PeAAAADElEQVR4nGP4z8AAAAMBAQDJ/pLvAAAAAElFTkSuQmCC"
    )
  end

  # RFC 4648, 6.
  def base32(text)
    alphabet = [*"A".."Z", *"2".."7"]
    [text.each_char.map { |sign| format("%05b", alphabet.index(sign)) }.join].pack("B*")[0, text.size * 5 / 8]
  end

  it "begins by a page with a code from its machine, once, and says on the way what is missing" do
    port = free_port
    fresh_office(port) do |env|
      output, status = just_seal(env, "setup")
      expect([output, status]).to match([include("bin/justseal migrate"), 1])
      expect(just_seal(env, "migrate").last).to eq(0)

      start_office(port, **env.transform_keys(&:to_sym))
      session = Capybara::Session.new(:desk)
      session.visit "http://localhost:#{port}/records"
      expect(session).to have_css("h1", text: t("setup.show.title"))

      output, status = just_seal(env, "setup")
      expect(status).to eq(1)
      expect(output).to include("http://localhost:#{port}/setup", "✓ Mail server: fine", "✗ Key that seals")
      code = output[/^\s+((?:[A-Z0-9]{5}-){3}[A-Z0-9]{5})$/, 1]

      session.within("form") do
        session.fill_in "code", with: "AAAAA-BBBBB-CCCCC-DDDDD"
        session.fill_in "name", with: "Ravensholm Pilots"
        session.fill_in "number_prefix", with: "rp"
        session.select "Europe/Oslo", from: t("setup.show.zone")
        session.fill_in "sender", with: "records@pilots.example"
        session.fill_in "accent", with: "#7a1f5c"
        session.fill_in "person", with: "Maren Oake"
        session.fill_in "email", with: "maren@pilots.example"
        session.fill_in "password", with: "password1234"
        session.fill_in "again", with: "password1234"
        session.click_button t("setup.show.begin")
      end
      expect(session).to have_text("That is not the code")
      session.fill_in "code", with: code.downcase
      session.fill_in "password", with: "password1234"
      session.fill_in "again", with: "password1235"
      session.click_button t("setup.show.begin")
      expect(session).to have_text("easily guessed")
      expect(session).to have_text("not the same as above")
      expect(session.find_field("name").value).to eq("Ravensholm Pilots")
      session.fill_in "password", with: password
      session.fill_in "again", with: password
      logo = File.join(Dir.mktmpdir, "logo.png")
      File.binwrite(logo, one_pixel)
      session.attach_file "logo", logo
      session.click_button t("setup.show.begin")

      expect(session).to have_css("h1", text: "Maren Oake")
      sheet = session.evaluate_script("getComputedStyle(document.documentElement).getPropertyValue('--accent')")
      expect(sheet.strip).to eq("#7a1f5c")
      expect(session).to have_text(t("account.show.wanted"))
      session.click_button t("room.prove.enrol_app")
      session.fill_in "code", with: code_of(session.find(".hash").text)
      session.click_button t("room.enrol_app.bind")
      expect(session).to have_text(t("methods.app_code").capitalize)
      session.visit "http://localhost:#{port}/"
      expect(session).to have_css("h1", text: t("places.desk"))
      session.visit "http://localhost:#{port}/setup"
      expect(session).to have_text("This office has been set up.")

      expect(just_seal(env, "setup").first).to include("Ravensholm Pilots has been set up")
      expect(just_seal(env, "audit-ledger")).to match([include("all of it holds"), 0])
    ensure
      session&.quit
    end
  end

  # `bin/justseal setup --here` with +typed+ lines.
  def set_up_here(env, *typed)
    named = ["--person", "Maren Oake", "--email", "maren@pilots.example", "--unit", "Records office"]
    just_seal(env, "setup", "--here", *named, typed: typed)
  end

  it "begins on a terminal as well, once however many try, makes keys when it is told to, and audits clean" do
    fresh_office(free_port) do |env|
      just_seal(env, "migrate")
      office = ["Ravensholm Pilots", "RP", "Europe/Oslo", "records@pilots.example"]
      expect(set_up_here(env, *office, "too short", "too short")).to match([include("12 to 200 characters"), 1])

      told = Array.new(2) do
        Thread.new { set_up_here(env, *office, password, password, "000000", "000000", "000000").first }
      end.map(&:value)
      begun, late = told.partition { |output| output.include?("authenticator app") }
      expect([begun.size, late]).to match([1, [include("has been set up")]])
      expect(begun.first).to include("Sign in within the hour", "✗ Key that seals")
      expect(Dir.exist?(File.join(env["JUST_SEAL_VAR"], "keys"))).to be(false)

      %w[seal witness].each do |name|
        expect(just_seal(env, "rotate-key", name)).to match([include("Ravensholm Pilots"), 0])
      end
      expect(just_seal(env, "setup")).to match([include("✓ Key that seals: fine", "Nothing is missing"), 0])
      expect(just_seal(env, "audit-ledger")).to match([include("all of it holds"), 0])
    end
  end

  it "refuses to serve and to work on a database of another form, and says so" do
    port = free_port
    fresh_office(port) do |env|
      just_seal(env, "migrate")
      start_office(port, **env.transform_keys(&:to_sym))
      Sequel.connect(env["JUST_SEAL_OWNER_DATABASE_URL"]) { |db| db[:schema_info].update(version: 9000) }
      answer = Net::HTTP.get_response(URI("http://localhost:#{port}/"))
      expect([answer.code, answer.body]).to match(["503", include("which has form 9000")])
      expect(just_seal(env, "jobs")).to match([include("which has form 9000"), 1])
    end
  end
end
