# frozen_string_literal: true

require "nokogiri"

# In the pseudo-locale every word from the locale files is accented. What stays plain on a page is either data or was
# written past them.
RSpec.describe "Words of pages in the pseudo-locale" do
  include Pages

  # Parts of a page that never hold data alone.
  let(:spoken) { "th, button, legend, h2, p.lead, p.empty, .btn, [role=alert]" }
  let(:accented) { Regexp.union(*JustSeal::Words::Pseudo::ACCENTED.chars) }
  let(:places) do
    %w[/ /account /check /contacts /contacts/new /contacts/groups /contacts/groups/new /dockets] +
      %w[/records /records?show=to-be-sent /records/capture /records/case-files /records/case-files/new] +
      %w[/evidence /evidence/checkpoints /evidence/health /evidence/entries /evidence/watches] +
      %w[/evidence/inquiries /evidence/inquiries/new /rules /rules/classes/new /rules/docket-templates] +
      %w[/rules/consent /rules/staff /rules/authorities /rules/working-days /rules/rulebook]
  end

  before do
    sent_docket
    sign_in(:maren)
  end

  after { I18n.locale = JustSeal::Words::USUAL }

  # Sentences of a page that are plain.
  def plain(body)
    Nokogiri::HTML(body).css(spoken).map { |part| part.text.strip }.select do |text|
      text.match?(/[A-Za-z]{3}/) && !text.match?(accented)
    end
  end

  it "writes nothing past the locale files" do
    expect(plain("<th>Past them</th><th>Þŕöþéŕ</th>")).to eq(["Past them"])
    I18n.locale = JustSeal::Words::PSEUDO
    found = places.to_h do |place|
      open_page(place)
      expect(last_response.status).to eq(200), "#{place}: #{last_response.status}"
      [place, plain(last_response.body)]
    end
    expect(found.reject { |_, texts| texts.empty? }).to eq({})
  end

  it "knows every key that it is asked for" do
    expect { I18n.t("desk.show.no_such_key", raise: true) }.to raise_error(I18n::MissingTranslationData)
    places.each do |place|
      open_page(place)
      expect(last_response.body).not_to match(/translation missing/i), place
    end
  end
end
