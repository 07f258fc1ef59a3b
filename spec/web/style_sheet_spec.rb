# frozen_string_literal: true

RSpec.describe JustSeal::Web::StyleSheet do
  include Pages

  it "holds every style sheet but those of stand-ins, once" do
    files = Dir[File.join(described_class::FOLDER, "**", "*.css")]
    names = files.map { |file| file.delete_prefix("#{described_class::FOLDER}/").delete_suffix(".css") }
    expect(described_class::ORDER).to match_array(names - ["pages/mailbox"])
  end

  it "is linked by its own address, which a browser may keep" do
    open_page("/login")
    expect(last_response.body).to include(%(href="#{described_class::PATH}"))
    get(described_class::PATH, {}, header_host)
    expect(last_response.body).to eq(described_class::TEXT)
    expect(last_response["cache-control"]).to include("immutable")
    expect(last_response["x-content-type-options"]).to eq("nosniff")
  end
end
