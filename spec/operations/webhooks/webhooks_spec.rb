# frozen_string_literal: true

require "net/http"
require_relative "../../support/web_servers"

RSpec.describe JustSeal::Operations::DeliverWebhook do
  include Instructed
  include WebServers

  keep = JustSeal::Operations::KeepWebhooks

  before(:all) do
    @port = free_port
    receiver = File.expand_path("../../support/peers/receiver.mjs", __dir__)
    log = File.join(JustSeal.office.settings.var, "receiver.log")
    start_server("node", receiver, @port.to_s, port: @port, env: {}, log: log)
  end

  after(:all) { stop_servers }

  before do
    open_office
  end

  after do
    JustSeal::Store::Webhook.where(ended_at: nil).update(ended_at: Time.now)
    JustSeal::Store.db[:que_jobs].where(Sequel.like(:job_class, "%Webhook%")).delete
    close_office
  end

  def address(path) = "http://127.0.0.1:#{@port}#{path}"
  def told = JSON.parse(Net::HTTP.get(URI(address("/told"))))

  # A webhook, and its secret with whoever takes what it tells.
  def hook(path, kinds: %w[record.captured], by: :maren, **more)
    made, secret = JustSeal::Operations::KeepWebhooks.new.make(
      staff(by), name: "Ship list", url: address(path), kinds: kinds, **more
    )
    Net::HTTP.start("127.0.0.1", @port) { |http| http.request_put("/secret", secret) }
    made
  end

  def calls(hook) = JustSeal::Store::WebhookCall.where(webhook_id: hook.id).order(:id).all

  it "tells what happened, signed so that another's library takes it, and without a name or a value" do
    made = hook("/ok", kinds: %w[record.captured docket.sent])
    record = capture(title: "Secret title")
    docket = sent_docket(record: record)
    work_jobs
    expect(told.map { |one| one["message"].slice("type", "data") }).to eq(
      [
        { "type" => "record.captured", "data" => { "record" => record.number, "class" => "MB" } },
        {
          "type" => "docket.sent",
          "data" => { "docket" => docket.number, "state" => "out", "records" => [record.number] }
        }
      ]
    )
    expect(calls(made).map { |one| [one.state, one.tries] }).to eq([["delivered", 1], ["delivered", 1]])
    expect(calls(made).map(&:body).join).not_to match(/Secret title|Ines|Sanderling/)
    expect(entries_of("webhooks").last).to include("kind" => "webhook.made")
  end

  it "tries for a day, tells the same id again, and then leaves the address alone and its owner told" do
    made = hook("/down")
    capture
    work_jobs
    waits = JustSeal::Core::Webhooks::Retries::WAITS
    waits.size.times do
      clock.offset += 8 * 3600
      work_jobs
    end
    expect(calls(made).map { |one| [one.state, one.tries] }).to eq([["failed", waits.size + 1]])
    expect(told.map { |one| one["id"] }.uniq.size).to eq(1)
    expect(made.refresh.off_at).to be_truthy
    expect(mails_to("maren@ravensholm.example").first.subject).to include("Ship list")
    capture
    work_jobs
    expect(calls(made).size).to eq(1)
    keep.new.switch_on(staff(:maren), id: made.id)
    keep.new.send_again(staff(:maren), id: made.id, call: calls(made).first.id)
    work_jobs
    expect(calls(made).first).to have_attributes(state: "waiting", tries: 1)
  end

  it "goes nowhere that an answer leads, and stops at once where nobody wants it any more" do
    inside = hook("/inside")
    capture
    work_jobs
    expect(told.map { |one| one["path"] }).to eq(["/inside"])
    expect(calls(inside).first).to have_attributes(state: "waiting", answer: "302")
    keep.new.end(staff(:maren), id: inside.id)
    gone = hook("/gone")
    capture
    work_jobs
    expect(gone.refresh.off_at).to be_truthy
    expect(calls(gone).map(&:state)).to eq(["failed"])
  end

  it "is not made for a private network, and not called where a name has come to mean one" do
    reach = JustSeal::Ports::Reach.new([], reason: :callback_closed)
    office.callbacks = JustSeal::Ports::Callback.new(reach: reach)
    closed = ->(url) { keep.new.make(staff(:maren), name: "x", url: url, kinds: ["docket.sealed"]) }
    ["http://10.0.0.1/", "http://169.254.169.254/latest", "ftp://example.org/", "http://[::1]/", ""].each do |url|
      expect { closed.call(url) }.to raise_error(JustSeal::Errors::Invalid) { |e|
        expect(e.problems).to have_key("url")
      }
    end
    row = JustSeal::Store::Webhook.create(
      account_id: account(:maren).id,
      name: "Moved",
      url: address("/ok"),
      made_at: Time.now,
      kinds: Sequel.pg_array(["record.captured"], :text),
      secret: office.secret_box.close("whsec_AAAA")
    )
    capture
    work_jobs
    expect(calls(row).first.state).to eq("waiting")
    expect(JustSeal::Words.kept(calls(row).first.answer)).to include("127.0.0.1")
  end

  it "tells of what its owner may see, and of the classes that were chosen" do
    limits = Sequel.pg_jsonb("see" => { "units" => ["Somewhere else"] })
    hidden = JustSeal::Store::CaseFile.create(
      code: "HID-#{SecureRandom.hex(3).upcase}", title: SecureRandom.hex(4), opened_at: Time.now, access: limits
    )
    instructed_class
    made = hook("/ok", by: :joss, classes: ["IN"])
    expect { hook("/ok", classes: ["NO"]) }.to raise_error(JustSeal::Errors::Invalid)
    capture
    capture(record_class: instructed_class, case_file: hidden, particulars: { "vessel" => "MV Veil" })
    seen = licence
    work_jobs
    expect(calls(made).map { |one| JSON.parse(one.body)["data"]["record"] }).to eq([seen.number])
  end

  it "tells nothing more for somebody who has left, not even what waited" do
    made = hook("/ok", by: :tobias)
    capture
    account(:tobias).update(status_id: 3)
    work_jobs
    capture
    work_jobs
    expect(told).to eq([])
    expect(calls(made).map(&:state).uniq - %w[waiting]).to eq([])
  ensure
    account(:tobias).update(status_id: 2)
  end

  it "signs by the former secret too for a day after it was changed" do
    made = hook("/ok")
    keep.new.change_secret(staff(:maren), id: made.id)
    capture
    work_jobs
    expect(told.last).to have_key("message")
    clock.offset = 86_401
    capture
    work_jobs
    expect(told.last).to have_key("problem")
  end

  it "is called by a step of a standing instruction, once" do
    made = hook("/ok", kinds: ["instruction.called"])
    done = instruction(steps: [{ "kind" => "call", "message" => "{{vessel}} is in" }])
    record = licence
    work_jobs
    data = told.last["message"]["data"]
    expect(data).to include("record" => record.number, "message" => "MV Knot is in", "step" => 1)
    expect([calls(made).size, runs(done).last.state]).to eq([1, "done"])
  ensure
    stop_instructions
  end
end
