# frozen_string_literal: true

require "open3"
require "tmpdir"
require_relative "../support/web_servers"

# The commands for scripts, as programs that ask a running office.
RSpec.describe JustSeal::Cli::ByToken, :database do
  include Instructed
  include WebServers

  before(:all) { start_office(@port = free_port) }
  after(:all) { stop_servers }

  let(:token) do
    JustSeal::Operations::KeepTokens.new.make(
      staff(:maren),
      name: "Night run",
      scopes: %w[read write send],
      days: 1
    ).last
  end

  # [exit code, what it printed as JSON or text]
  def run(*words, by: token)
    env = { "JUST_SEAL_TOKEN" => by, "JUST_SEAL_DATABASE_URL" => nil }
    command = [RbConfig.ruby, "-Ilib", "bin/justseal", *words, "--office", "http://127.0.0.1:#{@port}"]
    output, errors, status = Open3.capture3(env, *command)
    [status.exitstatus, output.empty? ? errors : JSON.parse(output)]
  end

  def in_file(bytes = pdf)
    Dir.mktmpdir do |folder|
      path = File.join(folder, "licence.pdf")
      File.binwrite(path, bytes)
      yield path, folder
    end
  end

  it "captures, prepares by a template and sends, and says and writes what became of it" do
    template = licence_template.code
    in_file do |path, folder|
      code, sent = run(
        "send",
        path,
        "--class",
        "IN",
        "--case-file",
        "BL-1",
        "--title",
        "Licence, MV Dusk",
        "--value",
        "vessel=MV " \
        "Dusk",
        "--template",
        template,
        "--person",
        "A.name=Ines Vale",
        "--person",
        "A.email=ines@vale.example"
      )
      expect([code, sent["state"]]).to eq([0, "out"])
      work_jobs
      expect(run("status", sent["docket"]).last["parties"].first["state"]).to eq("invited")
      expect(run("status", sent["record"]).last["title"]).to eq("Licence, MV Dusk")
      out = File.join(folder, "out.pdf")
      told = run("export", sent["record"], "--out", out).last
      expect(Digest::SHA256.file(out).hexdigest).to eq(told["sha256"])
      actors = entries_of(sent["docket"]).map { |one| one["actor"]["program"] }
      expect(actors.compact.uniq).to eq(["Night run"])
    end
  end

  it "sends to people without a template, and writes the evidence of a sealed docket" do
    in_file do |path, folder|
      given = ["--class", "MB", "--case-file", "BL-1", "--title", "Licence", "--value", "vessel=MV Dawn"]
      code, sent = run("send", path, *given, "--party", "Ines Halloran <ines@sanderling.example>")
      expect([code, sent["state"]]).to eq([0, "out"])
      out = File.join(folder, "evidence.asice")
      expect(run("export", shared_docket.number, "--out", out).first).to eq(0)
      expect(File.binread(out, 2)).to eq("PK")
    end
  end

  it "says what is wrong, with an exit code for it" do
    expect(run("status", "MB-0000-0000")).to match([1, include("404")])
    expect(run("status", "x", by: "jst_wrong")).to match([1, include("401")])
    expect(run("status", "x", by: "")).to match([1, include("JUST_SEAL_TOKEN")])
    expect(run("send", "nothing.pdf", "--class", "MB").first).to eq(2)
    expect(run("send", "nothing.pdf", "--party", "A <a@b.example>")).to match([1, include("nothing.pdf")])
    expect(run("export", shared_docket.number).first).to eq(2)
  end
end
