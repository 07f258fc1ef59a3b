# frozen_string_literal: true

require "socket"
require "tmpdir"

RSpec.describe "Starting on this machine" do
  around { |example| Dir.mktmpdir { |folder| @folder = folder and example.run } }

  describe JustSeal::Launch::FreePorts do
    let(:path) { File.join(@folder, "ports.json") }

    it "remembers what it chose" do
      port = described_class.new(path)[:web]
      expect(described_class.new(path)[:web]).to eq(port)
    end

    it "takes another port when the usual one is taken" do
      server = TCPServer.new("127.0.0.1", 0)
      stub_const("#{described_class}::USUAL", { web: server.addr[1] })
      expect(described_class.new(path)[:web]).not_to eq(server.addr[1])
    ensure
      server.close
    end
  end

  describe JustSeal::Launch::TestParts do
    it "leaves out what is slow where that is asked for, and nothing else" do
      all, quick = [false, true].map do |only|
        described_class.files(quick: only).map { |path| path[%r{/spec/(.+)}, 1] }
      end
      expect(quick).to include("web/api_spec.rb", "core/ledger/merkle_spec.rb")
      sealing = "operations/dockets/seal_docket_spec.rb"
      expect(all - quick).to include("system/journey_spec.rb", "demo/office_spec.rb", sealing)
      expect((all - quick).size).to be < all.size * 2 / 5
    end

    it "weighs files that there are" do
      files = described_class.files(quick: false).map { |path| path[%r{/spec/(.+)_spec\.rb}, 1] }
      expect(described_class::SLOW.keys - files).to eq([])
    end

    it "runs every file once, in parts of about the same weight" do
      files = %w[
        /spec/system/a_spec.rb
        /spec/system/b_spec.rb
        /spec/system/f_spec.rb
        /spec/system/g_spec.rb
        /spec/core/c_spec.rb
        /spec/operations/d_spec.rb
        /spec/web/e_spec.rb
      ]
      parts = described_class.split(files)
      expect(parts.flatten.sort).to eq(files.sort)
      expect(
        parts.map do |part|
          part.sum do |file|
            described_class.weight(file)
          end
        end.minmax.then { |least, most| most - least }
      ).to be <= 15
    end
  end

  describe JustSeal::Launch::Processes do
    it "starts again what has ended, as it was started" do
      processes = described_class.new({ "WORD" => "again" }, @folder)
      processes.start("one", "sh", "-c", 'echo "$WORD $MORE"', env: { "MORE" => "and again" })
      expect(processes.wait_for_any).to eq("one")
      processes.restart("one")
      expect(processes.wait_for_any).to eq("one")
      expect(File.read(File.join(@folder, "one.log"))).to eq("again and again\n" * 2)
    end
  end

  describe JustSeal::Launch::Coverage do
    # What a part counted of +lines+ of a file of the core: how often each was run.
    def counted(part, lines)
      path = File.join(JustSeal::ROOT, "lib", "just_seal", "core", "rights.rb")
      result = { "coverage" => { path => { "lines" => lines, "branches" => {} } }, "timestamp" => Time.now.to_i }
      folder = File.join(@folder, "part-#{part}")
      FileUtils.mkdir_p(folder)
      File.write(File.join(folder, ".resultset.json"), JSON.generate("RSpec" => result))
    end

    it "sums what all parts counted" do
      stub_const("#{described_class}::FOLDER", @folder)
      count = File.readlines(File.join(JustSeal::ROOT, "lib", "just_seal", "core", "rights.rb")).size
      counted(1, [1, 0, 0, 0, *([nil] * (count - 4))])
      counted(2, [0, 1, 0, 0, *([nil] * (count - 4))])
      expect(described_class.report.first).to match(/\Acore +50\.0 % of lines/)
    end
  end

  describe JustSeal::Launch::Secrets do
    it "makes secrets once, for nobody else to read" do
      path = File.join(@folder, "secrets.json")
      first = described_class.new(path)
      expect(described_class.new(path)[:master_key]).to eq(first[:master_key])
      expect(first[:master_key]).to match(/\A\h{64}\z/)
      expect(File.stat(path).mode & 0o777).to eq(0o600)
    end
  end

  describe JustSeal::Launch::Environment do
    it "is claimed by one at a time" do
      first = described_class.new(@folder, database: "x")
      expect(first.folder).to eq(@folder)
      expect { described_class.new(@folder, database: "x") }.to raise_error(JustSeal::Error, /runs already/)
    end
  end

  describe JustSeal::Settings do
    it "wants https except on this machine" do
      expect do
        described_class.new({ "JUST_SEAL_ADDRESS" => "http://records.ravensholm.example" })
      end.to raise_reason(JustSeal::Errors::Misconfigured, :https_wanted)
      expect(described_class.new({ "JUST_SEAL_ADDRESS" => "https://records.ravensholm.example" })).to be_https
      expect(described_class.new({})).not_to be_https
    end

    it "says what is not set" do
      expect { described_class.new({}).need(:master_key) }.to raise_error(JustSeal::Error) { |problem|
        expect(JustSeal::Words.problem(problem)).to include("JUST_SEAL_MASTER_KEY")
      }
    end
  end
end
