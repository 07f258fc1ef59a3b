# frozen_string_literal: true

RSpec.describe "Copies that are too large for a mail" do
  include Pages

  let(:docket) do
    allow(office.settings).to receive(:mail_megabytes).and_return("0")
    signed_docket
  end
  let(:mail) { mails_to(party(docket, "A").email).find { |one| one.subject.start_with?("Sealed") } }
  let(:link) { URI(mail.text_part.decoded[%r{http\S+/copies/\S+}]).path }

  it "are fetched by a link, as they are kept, and that is entered" do
    expect([docket.state, mail.attachments.size]).to eq(["sealed", 0])
    expect(open_page(link)).to eq(200)
    paths = page.css("main ul a").map { |one| one["href"] }
    versions = JustSeal::Store::Version.where(docket_number: docket.number).select_map(:sha256)
    fetched = paths.map { |path| Digest::SHA256.hexdigest(get(path, {}, header_host).body) }
    expect(fetched).to match_array(versions)
    expect(last_response["cache-control"]).to eq("no-store")
    entry = entries_of(docket.number).last
    expect(entry).to include("kind" => "copy.fetched", "facts" => a_hash_including("to" => party(docket, "A").email))
  end

  it "are fetched by nobody without it, for no other file, and not for ever" do
    other = link.sub(/.\z/) { |last| last == "A" ? "B" : "A" }
    expect([other, "#{link}/0", "#{link}/99", "/copies/x"].map { |path| open_page(path) }).to all(eq(404))
    clock.offset = 31 * 86_400
    expect(open_page(link)).to eq(404)
  end

  it "are attached where they are small, and never linked for staff" do
    small = signed_docket
    sealed = mails_to(party(small, "A").email).find { |one| one.subject.start_with?("Sealed") }
    expect(sealed.attachments.size).to eq(2)
    own = mails_to(party(docket, "B").email).find do |one|
      one.subject.include?(docket.title) && one.subject.start_with?("Sealed")
    end
    expect(own.text_part.decoded).not_to include("/copies/")
  end
end
