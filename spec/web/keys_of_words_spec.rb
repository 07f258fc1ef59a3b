# frozen_string_literal: true

RSpec.describe "The keys of words that pages ask for" do
  include Pages

  let(:places) do
    %w[/ /account /check /contacts /contacts/new /contacts/groups /contacts/groups/new /dockets] +
      %w[/records /records?show=to-be-sent /records/capture /records/case-files /records/case-files/new] +
      %w[/evidence /evidence/checkpoints /evidence/health /evidence/entries /evidence/watches] +
      %w[/evidence/inquiries /evidence/inquiries/new /rules /rules/classes/new /rules/docket-templates] +
      %w[/rules/consent /rules/staff /rules/authorities /rules/working-days /rules/rulebook /rules/staff/new] +
      %w[/rules/staff/import /rules/units /rules/office /rules/condition]
  end

  before do
    sent_docket
    sign_in(:maren)
  end

  it "are all there" do
    expect { I18n.t("desk.show.no_such_key", raise: true) }.to raise_error(I18n::MissingTranslationData)
    places.each do |place|
      open_page(place)
      expect(last_response.body).not_to match(/translation missing/i), place
    end
  end
end
