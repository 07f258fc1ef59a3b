# frozen_string_literal: true

require "tmpdir"

RSpec.describe JustSeal::Cli::ImportRecords, :database do
  around { |example| Dir.mktmpdir { |folder| (@folder = folder) && example.run } }

  def run(*words) = JustSeal::Cli.run(["import-records", File.join(@folder, "table.csv"), @folder, *words])
  def records = JustSeal::Store::Record.count

  before do
    %w[a.pdf b.pdf].each { |name| File.binwrite(File.join(@folder, name), pdf("#{name} #{SecureRandom.hex(4)}")) }
    File.write(File.join(@folder, "table.csv"), "file,vessel\na.pdf,MV A\nb.pdf,MV B\nc.pdf,MV C\n")
  end

  it "says first what would become of each line, does it when it is told to, and says what was done before" do
    before = records
    usual = ["--class", "MB", "--case-file", "BL-1"]
    expect do
      expect(run(*usual)).to eq(1)
    end.to output(/line 4, c\.pdf: .+\n2 would be captured, 0 .+ 1 are wrong/).to_stdout
    expect(records).to eq(before)
    named = [*usual, "--as", "joss@ravensholm.example", "--do"]
    expect { expect(run(*named)).to eq(1) }.to output(/2 are captured, 1 are wrong/).to_stdout
    expect(records).to eq(before + 2)
    entry = entries_of(JustSeal::Store::Record.order(:id).last.number).first
    expect(entry["actor"]).to include("name" => "Joss Test", "via" => "command_line")
    expect { run(*usual) }.to output(/0 would be captured, 2 are there already/).to_stdout
  end

  it "takes no class, person or option that there is not" do
    expect { expect(run("--class", "ZZ")).to eq(1) }.to output(/ZZ/).to_stderr
    expect { expect(run("--as", "nobody@example.org")).to eq(1) }.to output(/nobody@example/).to_stderr
    expect { expect(run("--now")).to eq(2) }.to output.to_stderr
  end
end
