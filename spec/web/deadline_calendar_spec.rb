# frozen_string_literal: true

require "icalendar"
require "open3"

RSpec.describe JustSeal::Web::DeadlineCalendar do
  include Pages

  def events = Icalendar::Calendar.parse(last_response.body).first.events

  it "holds an event for what waits for somebody and for what they sent, and an alarm before it" do
    sent = sent_docket
    sign(sent, "A") # now Joss is asked
    sign_in :maren
    expect(open_page("/deadlines.ics")).to eq(200)
    expect(last_response["content-type"]).to start_with("text/calendar")
    mine = events.find { |one| one.uid.start_with?("#{sent.number}@") }
    expect(mine.dtstart.to_time.to_i).to eq(sent.deadline.to_i)
    expect(mine.summary).to eq(t("calendar.until", title: sent.title))
    expect(mine.alarms.first.trigger.days).to eq(1)
    leave_session
    sign_in :joss
    open_page("/deadlines.ics")
    expect(events.map(&:uid).join).to include(sent.number)
  end

  def leave_session = clear_cookies

  it "is there for one docket while it is out" do
    sent = sent_docket
    sign_in :maren
    expect(open_page("/dockets/#{sent.number}/deadline.ics")).to eq(200)
    expect(events.size).to eq(1)
    expect(open_page("/dockets/#{shared_docket.number}/deadline.ics")).to eq(404)
  end

  it "writes titles of any kind as the standard wants it" do
    docket = sent_docket
    docket.update(title: "Licence; berth 1, \\ and\nmore #{"ü" * 80}")
    text = described_class.of([docket], office: office, now: office.now)
    expect(text.lines.map { |line| line.chomp.bytesize }.max).to be <= 75
    expect(Icalendar::Calendar.parse(text).first.events.first.summary).to include(docket.title)
  end

  it "is read by the reader of others" do
    docket = sent_docket
    docket.update(title: "Licence; berth 1, \\ and #{"ü" * 80}")
    text = described_class.of([docket], office: office, now: office.now)
    script = File.expand_path("../support/peers/calendar.mjs", __dir__)
    out, status = Open3.capture2e("node", script, stdin_data: text)
    expect(status).to be_success, out
    host = URI(office.settings.address).host
    expect(JSON.parse(out)).to eq(
      [
        {
          "uid" => "#{docket.number}@#{host}",
          "summary" => t("calendar.until", title: docket.title),
          "starts" => docket.deadline.to_i,
          "alarm" => -86_400
        }
      ]
    )
  end
end
