# frozen_string_literal: true

require "csv"
require "net/http"
require "tzinfo"
require "zip"
require_relative "../../db/demo/circulated"
require_relative "../../db/demo/people"
require_relative "../../db/demo/records"
require_relative "../../db/demo/story"

RSpec.describe "Three inquiries in the demo office", :system do
  before(:all) { @address = DemoOffices.start }
  after(:all) { DemoOffices.stop }

  let(:page) { @session ||= Capybara::Session.new(:desk) }

  after { @session&.driver&.quit }

  # When a step of the story happened, by the clock of the office.
  def moment(days, hour)
    zone = TZInfo::Timezone.get("Europe/Oslo")
    local = zone.to_local(Time.now.utc - (days * 86_400))
    zone.local_to_utc(Time.utc(local.year, local.month, local.day, hour))
  end

  # {record => hours from sending to the last act}, out of the story.
  def sealed_hours
    acts = JustSeal::Demo::Story::ALL.select do |_, _, step|
      step == :act
    end.group_by { |step| step[3] }.select do |_, list|
      list.size == 2
    end
    sent = JustSeal::Demo::Story::ALL.select { |_, _, step| step == :send }.to_h { |step| [step[3], step] }
    acts.to_h do |key, list|
      [
        key,
        (list.map do |days, hour|
          moment(days, hour)
        end.max - moment(*sent.fetch(key).first(2))) / 3600
      ]
    end
  end

  def sign_in(key)
    person = JustSeal::Demo::People::STAFF.find { |one| one[:email].start_with?(key) }
    page.visit "#{@address}/login"
    page.fill_in "E-mail", with: person[:email]
    page.fill_in "Password", with: JustSeal::Demo::People::PASSWORD
    page.click_button "Sign in"
    expect(page).to have_css("h1", text: "Desk")
  end

  def open_inquiry(question, from: 60)
    page.visit "#{@address}/evidence/inquiries/new"
    nothing_for_axe
    page.fill_in "Who asks", with: "Coast Audit Authority"
    page.fill_in "On what mandate", with: "Ports Act, section 12"
    page.fill_in "What is asked", with: question
    page.execute_script(
      "document.querySelector('#f-from').value = '#{(Date.today - from).iso8601}'; " \
      "document.querySelector('#f-until').value = '#{(Date.today + 1).iso8601}'"
    )
    page.click_button "Open the inquiry"
    expect(page).to have_css("p.lead", text: question)
  end

  def ask(title)
    page.find("details.ask > summary", text: title, match: :first).click
    page.within("details.ask[open]") do
      yield if block_given?
      page.click_button "Ask this"
    end
    expect(page).to have_css("h1", text: title)
    expect(page).to have_css("h2", text: "How it was computed", wait: 60)
    nothing_for_axe
  end

  def nothing_for_axe
    page.execute_script(File.read(Browsers::AXE))
    found = page.evaluate_async_script(
      "const done = arguments[0]; axe.run(document, { resultTypes: ['violations'] }).then(r => " \
      "done(r.violations.map(v => [v.id, v.nodes.map(n => n.target.join(' ')).join(', ')])))"
    )
    expect(found).to eq([]), page.current_url
  end

  def figure(name) = page.find("dl.figures dt", text: name, exact_text: true).find(:xpath, "following-sibling::dd").text
  def back = page.find(".margin a.mono", text: /\AQ-/).click

  it "how strongly, how long, what is missing: with the figures that the story makes" do
    sign_in("maren")
    open_inquiry("Were licences signed as strongly as the rules demand, and how long did it take?")
    ask("Late and stuck")
    hours = sealed_hours.values.sort
    expect(figure("Dockets sealed")).to eq(hours.size.to_s)
    expect(figure("Median from sending to seal, hours").to_f).to be_within(0.2).of(hours[(hours.size - 1) / 2])
    expect(figure("90th percentile, hours").to_f).to be_within(0.2).of(hours.last)
    expect([figure("Refused"), figure("Lapsed"), figure("Withdrawn")]).to eq(
      [(1 + JustSeal::Demo::Circulated::REFUSED.size).to_s, "1", "1"]
    )
    back
    ask("Below the required level")
    acts = JustSeal::Demo::Story::ALL.count { |_, _, step| step == :act } + JustSeal::Demo::Circulated::ACTED.size
    expect(
      [
        figure("Acts in all"),
        figure("Below the level that was demanded"),
        figure("Waivers")
      ]
    ).to eq([acts.to_s, "0", "1"])
    page.find("dl.figures a[href='#list-waivers']").click
    page.click_link "RH-2026-00010"
    expect(page).to have_css("h1", text: "Quay lease")
    page.go_back
    back
    ask("Missing pieces")
    expect([figure("Sealed without a certificate"), figure("Filed outside its rule")]).to eq(%w[0 0])
  end

  it "a sample, tested by hand" do
    sign_in("maren")
    open_inquiry("Do the sealed dockets hold what the certificates say?")
    ask("A sample to test by hand") do
      page.select "All dockets that were sent", from: "Out of"
      page.fill_in "Confidence, percent", with: "90"
      page.fill_in "Tolerable rate of deviation, percent", with: "40"
      page.fill_in "Seed", with: "spring-tide"
    end
    asked = JustSeal::Demo::People::STAFF.size + JustSeal::Demo::Circulated::GANG.size
    sent = JustSeal::Demo::Story::ALL.count { |_, _, step| step == :send } + asked
    expect(figure("Population")).to eq(sent.to_s)
    # by counting: of N dockets of which D deviate, a sample of n without any is (N-D)! (N-n)! / (N! (N-D-n)!)
    # likely
    deviating = (sent * 0.4).ceil
    size = (1..sent).find do |n|
      (0...n).inject(1r) do |chance, taken|
        chance * Rational(sent - deviating - taken, sent - taken)
      end <= 1 / 10r
    end
    expect(figure("Sample")).to eq(size.to_s)
    numbers = page.all(".worksheet td.number a.mono").map(&:text)
    every = (1..sent).map { |number| format("RH-#{Date.today.year}-%05d", number) }
    expect(numbers.size).to eq(size)
    every += (1..asked).map { |number| format("RH-C-0001-%04d", number) }
    expect(numbers - every - ["RH-#{Date.today.year}-00013", "RH-#{Date.today.year}-00014"]).to eq([])
    size.times do |index|
      page.within(".worksheet tbody tr:nth-child(#{index + 1})") { page.click_button "Pass #{numbers[index]}" }
      expect(page).to have_css(".worksheet tbody tr:nth-child(#{index + 1}) .strong", text: "Pass")
    end
    expect([figure("Tested"), figure("Deviations found")]).to eq(["#{size} of #{size}", "0"])
    expect(figure("Conclusion")).to include("within the tolerable rate")
  end

  it "one document and one person, closed with a pack that plain tools check" do
    sign_in("rosalind")
    open_inquiry("Is the licence of MV Whimbrel the one that was sealed, and what else did its licensee sign?")
    ask("This document") { page.fill_in "Number of its record or docket, or its SHA-256", with: "RH-2026-00001" }
    expect(figure("Checked")).to eq("intact")
    expect(page).to have_css("svg", minimum: 2)
    back
    ask("This person") do
      page.fill_in "E-mail address or name", with: JustSeal::Demo::People::OUTSIDE.fetch(:lindqvist)[1]
    end
    expect(figure("Dockets")).to eq(
      JustSeal::Demo::Records::ALL.count { |record|
        record[4] == :lindqvist && JustSeal::Demo::Story::ALL.any? { |step|
          step[2] == :send && step[3] == record[0]
        }
      }.to_s
    )
    back
    page.click_button "Close it with an answer pack"
    expect(page).to have_link("Download the answer pack", wait: 90)
    Dir.mktmpdir do |folder|
      File.binwrite(File.join(folder, "pack.zip"), download(page.find_link("Download the answer pack")[:href]))
      Open3.capture2e("unzip", "-q", "pack.zip", chdir: folder)
      told = File.readlines(File.join(folder, "HOW-TO-CHECK.txt")).grep(/\A\$ /).map do |line|
        Open3.capture2e("bash", "-c", line[2..], chdir: folder).first
      end
      expect(told[0]).to eq("files: OK\n")
      expect(told[1]).to include("erification successful")
      expect(told[2]).to eq("1\n")
      expect(told[3]).to include("Signature is Valid.")
      expect(told[4]).to include("chain: OK")
      expect(told[5]).to include("No errors detected")
      expect(
        Open3.capture2e(
          "unzip",
          "-p",
          "pack.zip",
          "mimetype",
          chdir: folder
        ).first
      ).to eq("application/vnd.etsi.asic-e+zip")
    end
  end

  # With the session of the browser.
  def download(address)
    cookie = page.driver.cookies["just_seal"]
    Net::HTTP.get(URI.join(@address, address), { "Cookie" => "just_seal=#{cookie.value}" })
  end
end
