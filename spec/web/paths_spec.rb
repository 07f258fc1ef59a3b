# frozen_string_literal: true

RSpec.describe JustSeal::Web::Paths do
  let(:page) { Class.new { include JustSeal::Web::Paths }.new }

  it "fills in numbers, codes and ids of rows, or what is given" do
    row = Struct.new(:number).new("RH-2026-00417")
    expect(page.docket_path(row)).to eq("/dockets/RH-2026-00417")
    expect(page.docket_path("RH-2026-00417")).to eq("/dockets/RH-2026-00417")
    expect(page.record_class_path(Struct.new(:code).new("MB"))).to eq("/rules/classes/MB")
    expect(page.contact_path(Struct.new(:id).new(7))).to eq("/contacts/7")
  end

  it "fills in several parts in their order" do
    expect(page.answer_path("Q-2026-0001", 3)).to eq("/evidence/inquiries/Q-2026-0001/answers/3")
    expect(page.version_file_path("MB-2026-0001", 2)).to eq("/records/MB-2026-0001/versions/2/file")
  end

  it "escapes parts, so that none leads elsewhere" do
    expect(page.record_path("../rules?x=1")).to eq("/records/..%2Frules%3Fx%3D1")
    expect(page.record_path("a b+c")).to eq("/records/a%20b%2Bc")
  end

  it "writes what is asked, leaves out what is nil, and ends in the anchor" do
    expect(page.records_path(class: "MB", case: nil)).to eq("/records?class=MB")
    expect(page.dockets_path(find: "a & b", anchor: "rows")).to eq("/dockets?find=a+%26+b#rows")
  end

  it "knows an address for every place of the top line" do
    paths = JustSeal::Web::Routes::TOP_LINE.values.map { |name| page.public_send(:"#{name}_path") }
    expect(paths).to eq(%w[/ /records /dockets /evidence /rules])
  end

  it "leads beneath a place that a controller answers for, or to what the sign-in answers" do
    places = JustSeal::Web::Routes::PLACES.keys - ["/"]
    homeless = JustSeal::Web::Routes::PATHS.values.reject do |pattern|
      places.any? { |place| pattern == place || pattern.start_with?("#{place}/") }
    end
    expect(homeless).to match_array(%w[/ /deadlines.ics /find /login /logout])
  end
end
