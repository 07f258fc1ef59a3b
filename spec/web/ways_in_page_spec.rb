# frozen_string_literal: true

require "fileutils"

RSpec.describe "The pages of ways in" do
  include Pages

  after { JustSeal::Store::WayIn.live.update(ended_at: Time.now) }

  it "make one, show what came, and end it" do
    sign_in :maren
    open_page("/rules/ways-in")
    send_form(
      "/rules/ways-in",
      kind: "folder",
      name: "",
      place: "../x",
      pattern: "{{nope}}",
      class: "MB",
      case_file: "BL-1"
    )
    expect(last_response.status).to eq(422)
    expect(text).to include(I18n.t("errors.name_of_way"), I18n.t("errors.name_of_folder"))
    name = "Post room #{SecureRandom.hex(3)}"
    given = { kind: "folder", name: name, place: name, class: "MB", case_file: "BL-1", values: "vessel = MV Knot" }
    send_form("/rules/ways-in", **given)
    row = JustSeal::Store::WayIn.order(:id).last
    path = "/rules/ways-in/#{row.id}"
    place = File.join(office.settings.ways_in, name)
    FileUtils.mkdir_p(place)
    File.binwrite(File.join(place, "a.pdf"), pdf)
    File.utime(Time.now - 60, Time.now - 60, File.join(place, "a.pdf"))
    open_page(path)
    send_form("#{path}/look")
    work_jobs
    open_page(path)
    expect(text).to include("a.pdf", I18n.t("ways_in.show.kept"), "vessel = MV Knot")
    expect(page.at("table a[href^='/records/MB-']")).to be_truthy
    send_form("#{path}/end")
    expect(open_page(path)).to eq(404)
    sign_in :joss
    expect(open_page("/rules/ways-in")).to eq(403)
  end
end
