# frozen_string_literal: true

require "rack/mock"

RSpec.describe JustSeal::Web::ScriptAddress do
  let(:files) { JustSeal::Web::StaticFiles.new(->(_env) { [404, {}, []] }) }

  def asked(path) = Rack::MockRequest.new(files).get(path)

  it "changes with what the scripts hold, and leads to them for good" do
    address = described_class.of("/js/pages/reading.js")
    expect(address).to match(%r{\A/js-\h{20}/pages/reading\.js\z})
    answer = asked(address)
    expect([answer.status, answer["cache-control"]]).to eq([200, "public, max-age=31536000, immutable"])
    expect(answer.body).to eq(File.read(File.join(described_class::FOLDER, "pages", "reading.js")))
    expect(asked("/js/pages/reading.js")["cache-control"]).to eq("no-cache")
  end

  it "leads to nothing of another version, and nowhere above" do
    expect(asked("/js-00000000000000000000/pages/reading.js").status).to eq(404)
    expect(asked("#{described_class::PREFIX}../../Gemfile").status).to eq(404)
    expect(asked("#{described_class::PREFIX}none.js")["cache-control"].to_s).not_to include("immutable")
  end

  it "leaves what is shipped as it is, for a day" do
    expect(described_class.of("/vendor/diff/array.js")).to eq("/vendor/diff/array.js")
    expect(asked("/vendor/diff/array.js")["cache-control"]).to eq("public, max-age=86400")
  end
end
