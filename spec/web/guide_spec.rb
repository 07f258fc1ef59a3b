# frozen_string_literal: true

require "rack/test"

RSpec.describe JustSeal::Web::Guide do
  include Pages

  def links = page.css("article a").map { |link| link["href"] }

  it "leads from every place to a heading that there is" do
    headings = described_class.chapters.values.flat_map do |chapter|
      [chapter.name, *chapter.anchors.map { |anchor| "#{chapter.name}##{anchor}" }]
    end
    expect(described_class::ABOUT.values - headings).to eq([])
    quiet = %w[/sign-on /scim/v2 /health /ready /metrics /look /help /give-back]
    places = JustSeal::Web::Routes::PLACES.keys - quiet
    expect(places.select { |path| described_class.about(path) == described_class::INDEX }).to eq([])
  end

  it "is read without an account, and leads to nothing that is not there" do
    described_class.chapters.each_key do |name|
      expect(open_page("/help/#{name}")).to eq(200)
      links.grep(%r{\A/help}).each do |path|
        chapter, anchor = path.delete_prefix("/help/").split("#")
        anchors = described_class.chapters.fetch(chapter).anchors
        expect(anchors).to include(anchor || anchors.first)
      end
      pictures = page.css("article img").map { |picture| picture["src"] }
      expect(page.at("article").text).not_to include("](")
      expect(pictures.map { |path| open_page(path) }).to all(eq(200))
    end
    expect(open_page("/help/%2e%2e%2fsecurity")).to eq(404)
    expect(open_page("/help/pictures/..%2f..%2frunning.png")).to eq(404)
  end

  it "is one step from each page, at the part about it" do
    sign_in :maren
    { "/" => "sender#the-desk", "/rules/staff" => "administrator#staff-and-units" }.each do |path, part|
      open_page(path)
      expect(page.at(".top a.help-link")["href"]).to eq("/help/#{part}")
    end
    clear_cookies
    open_page("/room/#{token_for(party(sent_docket, "A"))}")
    expect(page.at("footer a")["href"]).to eq("/help/signer#open-the-link")
  end
end
