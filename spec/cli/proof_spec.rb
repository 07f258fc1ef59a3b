# frozen_string_literal: true

RSpec.describe "bin/justseal proof", :database do
  def told_by(command, *arguments)
    said = StringIO.new
    kept = $stdout
    $stdout = said
    code = JustSeal::Cli.const_get(command).call(arguments)
    [said.string, code]
  ensure
    $stdout = kept
  end

  let(:folder) { Dir.mktmpdir("proof") }
  let(:file) { File.join(folder, "sealed.pdf") }
  let(:proof) { File.join(folder, "proof.json") }
  let(:trust) { ["--trust", File.join(folder, "roots.pem")] }
  let(:sealed) { JustSeal::Store::Version.where(docket_number: shared_docket.number, kind: "sealed").first }

  before do
    File.binwrite(file, office.blobs.get(sealed.sha256))
    File.write(trust.last, office.roots.map(&:to_pem).join)
    JustSeal::Operations::TakeCheckpoint.call
  end

  it "goes with a file to whoever checks it, and holds for that file alone" do
    expect(told_by(:Proof, file, "--out", proof)).to eq([JustSeal::Cli.say("proof.written", file: proof) << "\n", 0])
    said, code = told_by(:Verify, file, *trust, "--proof", proof)
    expect([said, code]).to match([include("There since #{Time.now.utc.year}"), 0])
    told = JSON.parse(told_by(:Verify, file, *trust, "--proof", proof, "--json").first)
    expect(Time.iso8601(told["there_since"])).to be_within(3600).of(Time.now)
    File.write(proof, File.read(proof).sub(sealed.sha256, "0" * 64))
    said, code = told_by(:Verify, file, *trust, "--proof", proof)
    expect([said, code]).to match([include("does not hold, at checkpoint"), 1])
  end

  it "is judged by what an office says of algorithms, where that is given" do
    told_by(:Proof, file, "--out", proof)
    algorithms = File.join(folder, "algorithms.json")
    ended = (Time.now.utc - 60).iso8601
    File.write(algorithms, JSON.generate("digest/SHA256/0" => { "ends" => ended, "source" => "Notice" }))
    said, code = told_by(:Verify, file, *trust, "--proof", proof, "--algorithms", algorithms)
    expect([said, code]).to match([include("had ended before the next one covered it"), 1])
    told = JSON.parse(told_by(:Verify, file, *trust, "--proof", proof, "--algorithms", algorithms, "--json").first)
    expect(told).to include("verdict" => "undetermined", "proof" => "fails", "reason" => "algorithm_ended")
  end

  it "says what is wrong about a file of algorithms that is none" do
    run = -> { told_by(:Verify, file, *trust, "--algorithms", file) }
    expect { expect(run.call.last).to eq(2) }.to output(/is no file of algorithms/).to_stderr
  end

  it "is no proof of what nobody kept" do
    File.binwrite(file, "something else")
    expect { told_by(:Proof, file, "--out", proof) }.to raise_error(JustSeal::Errors::Missing)
    expect { expect(told_by(:Proof, file).last).to eq(2) }.to output(/proof FILE --out/).to_stderr
  end
end
