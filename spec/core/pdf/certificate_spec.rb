# frozen_string_literal: true

RSpec.describe JustSeal::Core::Pdf::Certificate do
  def account(parties)
    time = { "utc" => "2026-11-24 09:00:00 UTC", "office" => "24 November 2026, 10:00" }
    {
      "docket" => "RH-2026-00417",
      "title" => "Berth licence, MV Sanderling",
      "office" => "Ravensholm Harbour Trust",
      "zone" => "Europe/Oslo",
      "sent_by" => "Maren Oake",
      "sent_at" => time,
      "sealed_at" => time,
      "rulebook" => nil,
      "waivers" => [],
      "ledger" => { "entries" => 19, "last_hash" => "ab" * 32 },
      "check_address" => "http://localhost:7300/check",
      "documents" => [
        {
          "record" => "MB-2026-0091",
          "title" => "Berth licence",
          "pages" => 3,
          "versions" => [{ "number" => 1, "kind" => "captured", "sha256" => "11" * 32 }],
          "sha256_sent" => "22" * 32,
          "sha256_sealed" => "33" * 32
        }
      ],
      "parties" => Array.new(parties) do |index|
        {
          "letter" => (65 + index).chr,
          "turn" => index + 1,
          "act" => "sign",
          "name" => "Λυδία Πετράκη",
          "email" => "l@ostara.example",
          "organisation" => "Ostara Line",
          "level_demanded" => nil,
          "level_reached" => 1,
          "acted_at" => time,
          "consent" => { "version" => 1, "at" => time },
          "proofs" => [{ "method" => "link", "at" => time, "address" => "203.0.113.7", "client" => "Firefox" }]
        }
      end
    }
  end

  def text_of(bytes)
    words_of(bytes, "-layout")
  end

  def certificate(account)
    described_class.call(account, faces: Specimens::FACES, words: JustSeal::Words.in_document("certificate"))
  end

  def opened(account) = JustSeal::Core::Pdf::Signing.open(certificate(account))

  it "tells the facts on one page, up to four parties" do
    expect([2, 4].map { |number| opened(account(number)).pages.count }).to eq([1, 1])
  end

  it "takes as many pages as it needs beyond that" do
    expect(opened(account(14)).pages.count).to be > 1
  end

  it "names docket, hashes, parties and how to check" do
    text = text_of(certificate(account(2)))
    expect(text).to include("RH-2026-00417", "3333 3333", "Λυδία Πετράκη")
    expect(text).to include("level reached: 1", "pdfsig", "203.0.113.7")
  end

  it "is made whatever somebody typed after the docket was sent, and names what no face shows by its code points" do
    odd = account(2)
    odd["parties"].first["proofs"].first["client"] = "متصفح \u{1F512} two\nlines"
    odd["waivers"] = [
      {
        "party" => "A",
        "granted" => 1,
        "demanded" => 2,
        "asked_by" => "سلمى",
        "allowed_by" => "Edda Viken",
        "allowed_at" => { "utc" => "now" },
        "reason" => "q\u0323\u0307 and ไทย"
      }
    ]
    text = text_of(certificate(odd)).gsub(/\s+/, " ")
    expect(text).to include("[U+0645]", "[U+1F512]", "two lines", "[U+0071 U+0323 U+0307] and").and(
      satisfy { |all|
        !all.include?("□")
      }
    )
    file = opened(odd).files.first
    expect(JSON.parse(file.embedded_file_stream.stream)).to eq(odd)
  end

  it "tells what was typed, the key of a card, the number that a code went to, and every version" do
    full = account(1)
    party = full["parties"].first
    party["typed"] = [{ "field" => "Yearly dues", "value" => "EUR 18,400.00" }]
    party["card"] = {
      "subject" => "CN=Ines",
      "issuer" => "CN=Card Authority",
      "serial" => "12AB",
      "key" => "EC prime256v1",
      "algorithm" => "ecdsa-with-SHA256",
      "sha256" => "77" * 32
    }
    party["proofs"].first.merge!("method" => "text_code", "about" => { "to" => "+47 ••• •• 678" })
    full["documents"].first["versions"] << { "number" => 2, "kind" => "flattened", "sha256" => "44" * 32 }
    text = text_of(certificate(full)).gsub(/\s+/, " ")
    expect(text).to include(
      "Yearly dues: EUR 18,400.00",
      "Its key: EC prime256v1, certified with ecdsa-with-SHA256",
      "7777"
    )
    expect(text).to include("code by text message to +47 ••• •• 678", "as captured (version 1)", "version 2, flattened")
  end

  it "carries the same facts as JSON" do
    file = opened(account(2)).files.first
    expect(JSON.parse(file.embedded_file_stream.stream)).to eq(account(2))
  end
end
