# frozen_string_literal: true

RSpec.describe JustSeal::Core::Assurance do
  now = Time.utc(2026, 11, 24, 9)
  level = described_class::Level
  ways = described_class::AuthenticationPaths
  ideal = JustSeal::Core::Assurance::Methods::ALL.transform_values(&:ideal)
  proof = lambda { |method, age = 60, **facts|
    described_class::Proof.new(
      method: method,
      at: now - age,
      facts: (ideal[method] || {}).merge(facts.transform_keys(&:to_s))
    )
  }
  reach = lambda { |*proofs, **options|
    level.reached(
      proofs.map do |one|
        one.is_a?(String) ? proof.call(one) : one
      end,
      now: now,
      **options
    )
  }

  # The table of "Level reached", and what lies just beside it.
  {
    %w[] => 0,
    %w[link] => 1,
    %w[account] => 1,
    %w[link link] => 1,
    %w[text_link] => 1,
    %w[text_link text_code] => 1,
    %w[text_link mail_code] => 2,
    %w[link text_link] => 2,
    %w[text_link civil_id] => 3,
    %w[text_link seen mail_code] => 3,
    %w[link mail_code] => 1,
    %w[link mail_code mail_code] => 1,
    %w[mail_code] => 0,
    %w[phrase] => 0,
    %w[text_code] => 0,
    %w[phrase text_code] => 0,
    %w[link phrase] => 2,
    %w[link text_code] => 2,
    %w[link app_code] => 2,
    %w[link mail_code text_code] => 2,
    %w[link phrase text_code] => 2,
    %w[link phrase mail_code] => 2,
    %w[account text_code] => 2,
    %w[passkey] => 3,
    %w[link passkey] => 3,
    %w[link app_code phrase] => 3,
    %w[app_code phrase] => 3,
    %w[link text_code phrase] => 2,
    %w[link civil_id] => 3,
    %w[civil_id] => 0,
    %w[account civil_id] => 2,
    %w[link seen] => 2,
    %w[link seen mail_code] => 3,
    %w[link seen text_code] => 3,
    %w[link seen app_code] => 3,
    %w[link seen phrase] => 2,
    %w[seen] => 1,
    %w[seen mail_code] => 2,
    %w[seen text_code] => 2,
    %w[seen phrase] => 2,
    %w[mail_code phrase] => 0,
    %w[card] => 4,
    %w[link card] => 4,
    %w[link card passkey civil_id] => 4,
    %w[link passkey phrase app_code civil_id seen] => 3
  }.each do |methods, expected|
    it("reaches level #{expected} by #{methods.empty? ? "nothing" : methods.join(" and ")}") {
      expect(reach.call(*methods).level).to eq(expected)
    }
  end

  it "counts an account with two factors for level 2" do
    expect(reach.call(proof.call("account", factors: 2)).level).to eq(2)
  end

  {
    stale: proof.call("passkey", 31 * 60),
    from_the_future: proof.call("passkey", -120),
    unknown_method: proof.call("smile"),
    card_not_valid: proof.call("card", faults: ["revoked"]),
    name_disagrees: proof.call("civil_id", name_agrees: { "only_party" => ["lund"] }),
    document_expired: proof.call("seen", expires: "2026-11-23")
  }.each do |reason, one|
    it "leaves out what is #{reason}, and says so" do
      result = reach.call("link", one)
      expect([result.level, result.left_out.map(&:last)]).to eq([1, [reason]])
    end
  end

  it "never takes a fact that is missing for one that is right" do
    bare = %w[civil_id card seen passkey].map { |method| described_class::Proof.new(method: method, at: now) }
    expect(bare.map { |one| reach.call(proof.call("link"), one).level }).to eq([1, 1, 1, 2])
  end

  it "counts an authenticator for no more than the proof under which it was bound" do
    weak = proof.call("passkey", bound_level: 2)
    expect(reach.call("link", weak).level).to eq(2)
    expect(reach.call(weak)).to have_attributes(level: 0, left_out: [[weak, :bound_too_weakly]])
    expect(reach.call("link", proof.call("app_code", bound_level: 2), "phrase").level).to eq(2)
  end

  it "takes no method that the rulebook forbids, and is as fresh as it asks" do
    expect(reach.call("link", "text_code", forbidden: ["text_code"]).left_out.map(&:last)).to eq([:forbidden])
    expect(reach.call("link", proof.call("phrase", 600), fresh_minutes: 5).level).to eq(1)
  end

  it "says which proofs made the level, and which added nothing" do
    result = reach.call("link", "phrase", "passkey")
    expect(result.counted.map { |one, why| [one.method, why] }).to eq([["passkey", :passkey]])
    expect(
      result.left_out.map do |one, why|
        [one.method, why]
      end
    ).to eq([["link", :adds_nothing], ["phrase", :adds_nothing]])
  end

  describe described_class::AuthenticationPaths do
    everything = JustSeal::Core::Assurance::Methods::ALL.keys - %w[account link text_link]
    define_method(:ways_to) do |floor, *there, available: everything, forbidden: []|
      ways.to(
        floor,
        there.map { |one| proof.call(one) },
        available: available.to_h do |method|
          [method, nil]
        end,
        now: now,
        forbidden: forbidden
      )
    end

    it "offers the least that is needed, the easiest first" do
      expect(ways_to(2, "link").first(3)).to eq([["phrase"], ["text_code"], ["app_code"]])
      expect(ways_to(3, "link").first(3)).to eq([["passkey"], ["civil_id"], %w[phrase app_code]])
      expect(ways_to(4, "link")).to eq([["card"]])
      expect(ways_to(1, "link")).to eq([[]])
    end

    it "builds on what is there, without what is forbidden or not to be had" do
      expect(ways_to(3, "link", "phrase").first).to eq(["app_code"])
      expect(ways_to(2, "link", forbidden: %w[phrase text_code]).first).to eq(["app_code"])
      expect(ways_to(3, "link", available: %w[mail_code phrase text_code])).to eq([])
      expect(ways_to(3, "link", available: %w[mail_code seen])).to eq([%w[mail_code seen]])
    end

    it "knows which floors can't be met" do
      expect(
        [
          ways.reachable?(4, %w[link phrase]),
          ways.reachable?(3, %w[link app_code phrase]),
          ways.reachable?(2, %w[link mail_code])
        ]
      ).to eq([false, true, false])
    end
  end

  describe described_class::LegalName do
    {
      ["Åkerblom, Signe", "Signe Akerblom"] => true,
      ["RUBEN ABARA-LUND", "Ruben Abara Lund"] => true,
      ["Ｉｎｅｓ Halloran", "ines halloran"] => true,
      ["Straße, Emil", "Emil Strasse"] => true
    }.each do |(one, two), agrees|
      it("takes #{one} and #{two} for the same") { expect(described_class.agrees(one, two)).to be(agrees) }
    end

    it "says what does not agree" do
      expect(
        described_class.agrees(
          "Ines Maria Halloran",
          "Ines Halloran"
        )
      ).to eq("only_registry" => ["maria"], "only_party" => [])
      expect(described_class.agrees("", "")).not_to be(true)
    end
  end
end
