# frozen_string_literal: true

RSpec.describe JustSeal::Words do
  # Every literal reason that the code raises or puts into a problem, with the file that names it.
  def reasons
    Dir[File.join(
      JustSeal::ROOT,
      "lib",
      "**",
      "*.rb"
    )].grep_v(%r{/(launch|standins|core/(pdf|trust|bundle|ledger)|queries/ledger_audit)/})
      .flat_map do |file|
      text = File.read(file)
      found = text.scan(/Errors::\w+(?:, |\.new\()\s*:(\w+)/) + text.scan(/Problem\.new\(\s*:(\w+)/) +
        text.scan(/problems\["[^\]]+"\] (?:\|\|)?= :(\w+)/)
      found.flatten.map { |reason| [reason, File.basename(file)] }
    end
  end

  it "has words for every reason" do
    expect(reasons.size).to be > 200
    said = %w[errors version_whys].flat_map { |scope| I18n.t(scope).keys.map(&:to_s) }
    unsaid = reasons.to_h.except(*said)
    expect(unsaid).to eq({})
  end

  it "has words for every finding of a check" do
    codes = {
      pdf: JustSeal::Core::Pdf::Check::Finding::GRADE_OF.keys,
      bundle: JustSeal::Core::Bundle::Check::Finding::GRADE_OF.keys
    }
    codes.each { |check, all| expect(I18n.t("findings.#{check}").keys).to match_array(all) }
  end

  it "puts words together as I18n does, whatever places they have" do
    scopes = I18n.t("room").select { |_, words| words.is_a?(Hash) }
    keys = scopes.flat_map { |scope, words| words.keys.map { |key| "room.#{scope}.#{key}" } }
    texts = keys.select { |key| I18n.t(key).is_a?(String) }
    expect(texts.size).to be > 60
    texts.each do |key|
      facts = I18n.t(key).scan(/%\{(\w+)\}/).flatten.to_h { |name| [name.to_sym, "<#{name} & 1>"] }
      expect(described_class.of(key, facts)).to eq(I18n.t(key, **facts))
    end
    several = { count: 2, number: "2" }
    expect(described_class.of("counts.docket", several)).to eq(I18n.t("counts.docket", **several))
    expect(described_class.of("dockets.parties.same_wording", percent: 80)).to include("80 %")
  end

  it "says words anew that were stored again" do
    expect(described_class.of("desk.show.title")).to eq(I18n.t("desk.show.title"))
    I18n.backend.store_translations(:en, desk: { show: { title: "Another" } })
    expect(described_class.of("desk.show.title")).to eq("Another")
  ensure
    described_class.load
  end

  it "words facts within facts, lists and names" do
    problem = JustSeal::Core::Problem.new(:in_row, row: 3, problem: JustSeal::Core::Problem.new(:too_long, limit: 9))
    expect(described_class.problem(problem)).to eq("Row 3: #{I18n.t("errors.too_long", limit: 9)}")
    error = JustSeal::Errors::Conflict.new(:docket_ended, number: "RH-1", state: "lapsed")
    expect(described_class.problem(error)).to include("RH-1", I18n.t("docket_states.lapsed").downcase)
    expect(described_class.facts({ names: %w[a b] })).to eq(names: "a, b")
  end

  it "says why a version was made, in words that were typed, or by the reason that was kept" do
    kept = JustSeal::Core::Problem.kept(JustSeal::Core::Problem.new(:made_from_template, title: "Licence"))
    expect(described_class.why(kept)).to eq(I18n.t("version_whys.made_from_template", title: "Licence"))
    expect(described_class.why(JustSeal::Core::Problem.kept(:captured))).to be_nil
    expect([described_class.why("Dues corrected."), described_class.why("made from version 1")])
      .to eq(["Dues corrected.", "made from version 1"])
  end

  it "says how an authenticator was bound, as it is kept now and as it was before" do
    by_docket = I18n.t("bound_by.docket", docket: "RH-2026-00007", letter: "B")
    expect(["RH-2026-00007 B", "docket RH-2026-00007 B"].map { |text| described_class.bound_by(text) })
      .to eq([by_docket, by_docket])
    expect(["administrator", "seen by an administrator"].map { |text| described_class.bound_by(text) }.uniq)
      .to eq([I18n.t("bound_by.administrator")])
  end

  it "joins the problems of a form, and leaves what is no reason as it is" do
    invalid = JustSeal::Errors::Invalid.new("file" => :empty, "title" => :title_missing)
    expect(described_class.problem(invalid)).to eq(%i[empty title_missing].map { |one| said_of(one) }.join(" "))
    expect(described_class.problem("said before")).to eq("said before")
    expect(described_class.problem(:never_heard_of)).to eq("never_heard_of")
  end

  it "never puts an unfilled place into a sentence" do
    places = I18n.t("errors").values.grep(String).flat_map { |text| text.scan(/%\{(\w+)\}/) }.flatten
    expect(described_class.limits.keys.map(&:to_s) & places).to match_array(described_class.limits.keys.map(&:to_s))
  end
end
