# frozen_string_literal: true

require "open3"
require "yaml"

RSpec.describe "The container" do
  folder = File.join(JustSeal::ROOT, "docs", "container")
  read = ->(name) { File.read(File.join(folder, name)) }
  let(:compose) { YAML.safe_load(read.call("compose.yaml"), aliases: true) }
  let(:services) { compose.fetch("services") }

  it "runs pages, jobs and the migration of one image, as nobody with rights, on what Debian has" do
    file = read.call("Containerfile")
    expect(file.scan(/^USER (\w+)/).flatten.last).to eq("justseal")
    packages = file.split("FROM").last[/install -y --no-install-recommends \\\n(.*?)&&/m, 1].delete("\\").split
    there = packages - ["ca-certificates"]
    known, = Open3.capture2("dpkg-query", "-W", "-f=${Package}\n", *there, err: File::NULL)
    expect(there - known.split).to eq([])
    expect(services.slice("web", "jobs", "migrate").values.map { |one| [one["image"], one["cap_drop"]] })
      .to all(eq(["just-seal", ["ALL"]]))
    expect(services.values.reject { |one| one["image"] == "just-seal" }.map { |one| one["image"] }).to all(include(":"))
  end

  it "starts programs that there are, once the database has its form" do
    commands = services.slice("jobs", "migrate").transform_values { |one| one["command"].last }
    expect(JustSeal::Cli::COMMANDS).to include(*commands.values)
    waits = services.slice("web", "jobs").values.map { |one| one["depends_on"] }
    expect(waits).to all(eq("migrate" => { "condition" => "service_completed_successfully" }))
  end

  it "gives each program what it needs, and what is the owner's to nobody who serves" do
    named = services.transform_values { |one| one["env_file"] }
    expect(named.slice("web", "jobs").values).to all(eq(["settings"]))
    known = JustSeal::Settings::TABLE.values.map(&:first)
    given = %w[settings.example owner.example].to_h { |name| [name, read.call(name).scan(/^(\w+)=/).flatten] }
    expect(given.values.flatten.grep(/\AJUST_SEAL/) - known).to eq([])
    expect(given["settings.example"].grep(/OWNER/)).to eq([])
    _, status = Open3.capture2e("sh", "-n", File.join(folder, "database.sh"))
    expect(status).to be_success
  end

  it "is reached by the site that is tried elsewhere, but for names" do
    plain = lambda do |text|
      text.lines.grep_v(/^#/).join.gsub(/(server|ssl_certificate(_key)?) +\S+;/, '\1;')
    end
    site = File.read(File.join(JustSeal::ROOT, "docs", "nginx-site.conf"))
    expect(plain.call(read.call("nginx.conf"))).to eq(plain.call(site))
  end
end
