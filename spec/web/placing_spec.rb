# frozen_string_literal: true

RSpec.describe "Placing fields from the browser" do
  include Pages

  let(:draft) { ready_draft }

  before do
    documents = [draft.to_sign.first.record, capture(title: "Annex", bytes: pdf("Annex"))]
    JustSeal::Operations::ArrangeDocuments.call(
      staff(:maren),
      number: draft.number,
      edits: draft.refresh.edits,
      documents: documents.map { |record| { "record" => record.number, "role" => "sign" } }
    )
    sign_in(:maren)
    open_page("/dockets/#{draft.number}/fields")
  end

  def given = JSON.parse(page.at("script[data-block=given]").text)

  def save(fields)
    headers = { "CONTENT_TYPE" => "application/json", "HTTP_X_CSRF_TOKEN" => given["csrf"] }
    body = JSON.generate("edits" => given["edits"], "fields" => fields)
    post("/dockets/#{draft.number}/fields", body, header_host.merge(headers))
    JSON.parse(last_response.body)
  end

  it "answers with their names in the order in which they came, whatever document they are in" do
    fields = [
      field("B", "signature", y: 200.0).merge("document" => 2),
      field("A", "signature", y: 400.0).merge("document" => 1),
      field("B", "full_name", y: 260.0).merge("document" => 2),
      field("A", "acting_date", y: 460.0).merge("document" => 1)
    ]
    expect(save(fields)["names"]).to eq(%w[B-signature-1 A-signature-1 B-full_name-1 A-acting_date-1])
  end
end
