# frozen_string_literal: true

require "open3"

RSpec.describe "bin/justseal beside an office" do
  program = File.expand_path("../../bin/justseal", __dir__)
  # As somebody types it, who has set nothing.
  bare = ENV.keys.grep(/\A(JUST_SEAL_|BUNDLE|RUBY|GEM)/).to_h { |name| [name, nil] }

  define_method(:run) do |*words, **more|
    Open3.capture2e(bare.merge(more.transform_keys(&:to_s)), program, *words, chdir: Dir.tmpdir)
  end

  it "needs nothing but its gems to check a file" do
    output, status = run(
      "verify",
      File.expand_path("../../docs/examples/sealed.pdf", __dir__),
      "--trust",
      File.expand_path("../../docs/examples/root.pem", __dir__)
    )
    expect([output.lines.first, status.exitstatus]).to eq(["Intact and trusted.\n", 0])
  end

  it "says what to do where there is no office, and where its gems are missing" do
    skip "an office runs here" if JustSeal::Launch::Running.variables.any?
    expect(run("audit-ledger")).to match([include("No office runs here", "bin/start"), have_attributes(exitstatus: 1)])
    expect(
      run(
        "settings",
        BUNDLE_PATH: "/nowhere"
      )
    ).to match(
      [
        include("gems are not installed", "bin/start"),
        have_attributes(exitstatus: 1)
      ]
    )
  end

  it "says that the database does not answer, without more ado" do
    output, status = run("audit-ledger", JUST_SEAL_DATABASE_URL: "postgres://nobody@127.0.0.1:9/none")
    expect([output.lines.size, status.exitstatus]).to eq([1, 1])
    expect(output).to include("The database does not answer", "bin/start")
  end

  it "keeps the settings of a running office for its user alone, as long as it runs" do
    Dir.mktmpdir do |folder|
      file = File.join(folder, "running.json")
      JustSeal::Launch::Running.keep({ "JUST_SEAL_ZONE" => "UTC" }, file: file)
      expect(
        [
          JustSeal::Launch::Running.variables(file: file),
          File.stat(file).mode & 0o777
        ]
      ).to eq([{ "JUST_SEAL_ZONE" => "UTC" }, 0o600])
      JustSeal::Launch::Running.forget(file: file)
      expect(JustSeal::Launch::Running.variables(file: file)).to eq({})
    end
  end
end
