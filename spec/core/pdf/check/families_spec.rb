# frozen_string_literal: true

# Every attack of every family, on a file as it was sealed, and on one whose proofs were renewed.
RSpec.describe "Families of attacks" do
  include AttackFamilies
  include Corpus
  include OtherMakers

  let(:carriers) { { "sealed" => sealed_states.last, "renewed" => seal(sealed_states.last) } }

  it "are each found, in at least 150 files" do
    tried = carriers.flat_map do |carrier, bytes|
      attack_families.flat_map do |family, attacks|
        files = attacks.transform_values { |attack| attack.call(bytes) }
        # What was sealed, before it was renewed, is what was sealed.
        files.reject { |_, file| file == sealed_states.last }.map do |name, file|
          ["#{carrier}, #{family}: #{name}", check(file)]
        end
      end
    end
    answers = tried.map { |name, report| [name, report.verdict, report.findings.map(&:code)] }
    wrong = answers.select { |_, verdict, codes| verdict == :intact || codes.empty? }
    expect(wrong).to eq([])
    expect(tried.size).to be >= 150
    mild = answers.reject { |name, verdict, _| name.include?("cut back") || %i[altered unreadable].include?(verdict) }
    expect(mild).to eq([])
  end

  it "leave the files themselves, and those of other makers, as intact or as valid as they are" do
    tricky = "startxref 1 %%EOF"
    sealed = carriers.merge(
      "a name like an end mark" => seal(
        act(
          sealed_states[1],
          [spot("A", "signature", 500), spot("A", "acting_date", 440), spot("A", "full_name", 400)],
          tricky,
          { "A-signature-1" => { "typed" => tricky }, "A-acting_date-1" => "1", "A-full_name-1" => tricky }
        )
      )
    )
    wrong = sealed.reject do |_, bytes|
      check(bytes).then do |report|
        report.verdict == :intact && report.findings.empty?
      end
    end
    expect(wrong.keys).to eq([])
    expect(other_makers.values.map { |bytes| check(bytes).signatures.map(&:valid) }.uniq).to eq([[true]])
  end
end
