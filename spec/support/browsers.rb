# frozen_string_literal: true

require "capybara/rspec"
require "capybara/cuprite"

# Headless Chromium, one for each person of a journey.
module Browsers
  include Capybara::DSL
  include Capybara::RSpecMatchers

  SWITCHES = {
    "no-sandbox" => nil,
    "disable-gpu" => nil,
    "disable-quic" => nil,
    "no-first-run" => nil,
    "disable-background-networking" => nil,
    "disable-component-update" => nil,
    "disable-sync" => nil,
    "disable-features" => "PdfOopif"
  }.freeze
  AXE = File.expand_path("vendor/axe.min.js", __dir__)
  DOWNLOADS = File.join(ENV.fetch("JUST_SEAL_VAR", Dir.tmpdir), "downloads")

  Capybara.register_driver(:desk) do |app|
    # which Cuprite would add
    Capybara::Cuprite::Driver.new(
      app,
      browser_path: "/usr/bin/chromium-headless-shell",
      browser_options: SWITCHES.dup,
      window_size: [1280, 800],
      process_timeout: 40,
      timeout: 30,
      save_path: DOWNLOADS,
      pending_connection_errors: false
    ).tap do |driver|
      driver.options[:browser_options].delete(:"disable-web-security")
    end
  end
  Capybara.default_driver = :desk
  Capybara.javascript_driver = :desk
  Capybara.server = :puma, { Silent: true, Threads: "1:6" }
  Capybara.default_max_wait_time = 20 # where much else runs, an act takes its time

  # Runs the block as +person+, in a browser session of their own.
  def as(person, &)
    prepare_server
    Capybara.using_session(person, &)
  end

  def prepare_server
    @prepare_server ||= begin
      address = URI(office.settings.address)
      Capybara.server_port = address.port
      Capybara.server_host = "127.0.0.1"
      Capybara.app_host = office.settings.address
      Capybara.app ||= JustSeal::Web::Application.build(office.settings)
      true
    end
  end

  def sign_in(name)
    visit "/login"
    fill_in t("sign_in.password.email"), with: "#{name}@ravensholm.example"
    fill_in t("sign_in.password.password"), with: TestOffice::PASSWORD
    click_button t("sign_in.password.sign_in")
    expect(page).to have_css("h1", text: t("places.desk"))
  end

  # What somebody sees where an example failed: the reason often stands on the page.
  def say_what_was_shown(session = page)
    warn "\n#{session.current_path}", session.text.slice(0, 2000)
  rescue Ferrum::Error, Capybara::CapybaraError => e
    warn "nothing shown: #{e.class}"
  end

  # What axe finds on this page: [[rule, places], ...]. A page that another takes the place of meanwhile has lost
  # axe: then the next one is asked.
  def axe_findings
    page.has_css?("main")
    script = "const d = arguments[0]; if (!window.axe) { d(null); return; } " \
             "axe.run(document, { resultTypes: ['violations'] }).then(r => " \
             "d(r.violations.map(v => [v.id, v.nodes.map(n => n.target.join(' ')).join(', ')])), e => d([[String(e), " \
             "'']]))"
    found = nil
    until found
      page.execute_script(File.read(AXE)) until page.evaluate_script(
        "document.readyState === 'complete' && Boolean(window.axe)"
      )
      found = page.evaluate_async_script(script)
    end
    found
  end

  # Presses a button that comes or not: then there is something else, by its CSS.
  def click_if_asked(label, otherwise:)
    comes_about { page.has_button?(label, wait: 0) || page.has_css?(otherwise, wait: 0) }
    click_button label if page.has_button?(label, wait: 0)
  end

  # Waits for what a request brings about.
  def comes_about
    page.document.synchronize(Capybara.default_max_wait_time, errors: [Capybara::ExpectationNotMet]) do
      yield || raise(Capybara::ExpectationNotMet, "it has not come about")
    end
  end

  def leave_browsers = Capybara.reset_sessions!
end
