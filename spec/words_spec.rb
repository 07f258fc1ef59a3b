# frozen_string_literal: true

RSpec.describe JustSeal::Words do
  # Every literal reason that the code raises or puts into a problem, with the file that names it.
  def reasons
    Dir[File.join(JustSeal::ROOT, "lib", "**", "*.rb")].grep_v(%r{/(launch|standins|core/(pdf|trust|bundle|ledger))/})
      .flat_map do |file|
      text = File.read(file)
      found = text.scan(/Errors::\w+(?:, |\.new\()\s*:(\w+)/) + text.scan(/Problem\.new\(\s*:(\w+)/) +
        text.scan(/problems\["[^\]]+"\] (?:\|\|)?= :(\w+)/)
      found.flatten.map { |reason| [reason, File.basename(file)] }
    end
  end

  it "has words for every reason" do
    expect(reasons.size).to be > 200
    expect(reasons.reject { |reason, _| I18n.exists?("errors.#{reason}") }).to eq([])
  end

  it "has words for every finding of a check" do
    codes = {
      pdf: JustSeal::Core::Pdf::Check::Finding::GRADE_OF.keys,
      bundle: JustSeal::Core::Bundle::Check::Finding::GRADE_OF.keys
    }
    codes.each { |check, all| expect(I18n.t("findings.#{check}").keys).to match_array(all) }
  end

  it "words facts within facts, lists and names" do
    problem = JustSeal::Core::Problem.new(:in_row, row: 3, problem: JustSeal::Core::Problem.new(:too_long, limit: 9))
    expect(described_class.problem(problem)).to eq("Row 3: #{I18n.t("errors.too_long", limit: 9)}")
    error = JustSeal::Errors::Conflict.new(:docket_ended, number: "RH-1", state: "lapsed")
    expect(described_class.problem(error)).to include("RH-1", I18n.t("docket_states.lapsed").downcase)
    expect(described_class.facts({ names: %w[a b] })).to eq(names: "a, b")
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
