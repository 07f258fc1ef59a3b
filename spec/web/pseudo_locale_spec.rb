# frozen_string_literal: true

require "nokogiri"

# In the pseudo-locale every word from the locale files is accented. What stays plain on a page is either data or was
# written past them.
RSpec.describe "Words of pages in the pseudo-locale" do
  include Pages

  # Parts of a page that never hold data alone.
  SPOKEN = "th, button, legend, h2, p.lead, p.empty, .btn, [role=alert], .breadcrumb"
  ACCENTED = /[#{JustSeal::Words::Pseudo::ACCENTED}]/
  PLACES = %w[
    / /records /records?show=to-be-sent /records/capture /records/case-files /records/case-files/new /contacts
    /contacts/new /contacts/groups /contacts/groups/new /dockets /evidence /evidence/checkpoints /evidence/health
    /evidence/entries /evidence/watches /evidence/inquiries /evidence/inquiries/new /rules /rules/classes/new
    /rules/docket-templates /rules/consent /rules/staff /rules/authorities /rules/working-days /rules/rulebook
    /account /check
  ].freeze

  before do
    sent_docket
    sign_in(:maren)
  end

  after { I18n.locale = JustSeal::Words::USUAL }

  # Sentences of a page that are plain.
  def plain(body)
    Nokogiri::HTML(body).css(SPOKEN).map { |part| part.text.strip }.select do |text|
      text.match?(/[A-Za-z]{3}/) && !text.match?(ACCENTED)
    end
  end

  it "writes nothing past the locale files" do
    expect(plain("<th>Past them</th><th>Þŕöþéŕ</th>")).to eq(["Past them"])
    I18n.locale = JustSeal::Words::PSEUDO
    found = PLACES.to_h do |place|
      open_page(place)
      expect(last_response.status).to eq(200), "#{place}: #{last_response.status}"
      [place, plain(last_response.body)]
    end
    expect(found.reject { |_, texts| texts.empty? }).to eq({})
  end

  it "knows every key that it is asked for" do
    expect { I18n.t("desk.show.no_such_key", raise: true) }.to raise_error(I18n::MissingTranslationData)
    PLACES.each do |place|
      open_page(place)
      expect(last_response.body).not_to match(/translation missing/i), place
    end
  end
end
