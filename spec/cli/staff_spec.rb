# frozen_string_literal: true

require "tempfile"

RSpec.describe JustSeal::Cli::Staff, :database do
  let(:email) { "nell-#{SecureRandom.hex(4)}@ravensholm.example" }

  # [exit code, what it said]
  def run(*words)
    said = StringIO.new
    kept = [$stdout, $stderr]
    $stdout = $stderr = said
    [JustSeal::Cli.run(["staff", *words]), said.string]
  ensure
    $stdout, $stderr = kept
  end

  def row = JustSeal::Store::Account.first(email: email)
  def kinds_told = entries_of(JustSeal::Operations::StaffAccounts::CHAIN).last(6).map { |entry| entry["kind"] }
  def invite = run("invite", email, "--name", "Nell Test", "--role", "sender", "--unit", "Specs")

  it "invites, changes, ends and brings back, each with its entry" do
    expect(invite).to match([0, include("Nell Test is invited")])
    work_jobs
    expect(mails_to(email).first.subject).to include("Your account")
    expect(run("change", email, "--role", "auditor")).to eq([0, "Nell Test is changed.\n"])
    expect([row.role, row.unit]).to eq(%w[auditor Specs])
    expect(run("end", email, "--reason", "Has left the office")).to match([0, include("has ended")])
    expect(run("bring-back", email, "--reason", "Is back again").first).to eq(0)
    expect(kinds_told).to include("account.made", "account.changed", "account.ended", "account.brought_back")
    told = entries_of(JustSeal::Operations::StaffAccounts::CHAIN).last
    expect(told["actor"]).to include("via" => "command_line")
    expect(run("list").last).to include("email,name,role,unit,job_title", "#{email},Nell Test,auditor")
  end

  it "lets somebody try again, and takes away what they have lost" do
    invite
    row.update(status_id: 2)
    expect(run("release", email).first).to eq(0)
    expect(run("reset-factors", email, "--reason", "Lost at sea")).to match([1, include("Nothing is enrolled")])
    expect(run("reset-password", email).first).to eq(0)
    work_jobs
    expect(mails_to(email).first.subject).to include("new password")
  end

  it "says what a file would change before it changes anything" do
    Tempfile.create("staff") do |file|
      file.write("email,name,role,unit\n#{email},Nell Test,sender,Specs\nbad,Bad,sender,Specs\n")
      file.flush
      expect(run("import", file.path, "--do")).to match([1, include("1 would be invited", "1 are wrong")])
      expect(row).to be_nil
      File.write(file.path, "email,name,role,unit\n#{email},Nell Test,sender,Specs\n")
      expect(run("import", file.path)).to match([0, include("1 would be invited")])
      expect(row).to be_nil
      expect(run("import", file.path, "--do")).to match([0, include("1 are invited")])
      expect(row.name).to eq("Nell Test")
    end
  end

  it "takes nothing that it does not know, and refuses in words" do
    expect([run("promote", email), run("invite"), run("list", "x")].map(&:first)).to all(eq(2))
    expect(run("end", "nobody@example.org", "--reason", "No reason")).to match([1, include("nobody@example.org")])
    expect(run("invite", "x", "--name", "X", "--role", "king", "--unit", "Nowhere").first).to eq(1)
  end
end
