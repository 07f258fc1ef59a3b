# frozen_string_literal: true

# What a running office tells those who watch over it, and what it never tells.
RSpec.describe "A web server that is watched" do
  include WebServers

  let(:port) { free_port }
  let(:log) { File.join(office.settings.var, "watched.log") }
  let(:host) { URI(office.settings.address).host }

  after { stop_servers }

  def start_watched
    FileUtils.rm_f(log)
    command = ["bundle", "exec", "puma", "-C", "config/puma.rb", "-b", "tcp://127.0.0.1:#{port}"]
    env = { "JUST_SEAL_METRICS_KEY" => "key of the watch", "JUST_SEAL_WEB_PROCESSES" => "2" }
    start_server(*command, port: port, env: env, log: log)
    400.times { up? ? break : sleep(0.1) }
  end

  def up?
    get("/health").code == "200"
  rescue SystemCallError, EOFError, Net::ReadTimeout
    false
  end

  def get(path, **headers)
    Net::HTTP.new("127.0.0.1", port).get(path, { "Host" => host, **headers.transform_keys(&:to_s) })
  end

  def lines = File.readlines(log).grep(/\A\{/).map { |line| JSON.parse(line) }

  it "is ready, counts over all its processes for whoever has the key, and logs nothing that opens anything" do
    start_watched
    expect([get("/ready").code, get("/ready").body]).to eq(%W[200 ready\n])
    20.times { get("/login") }
    expect(get("/metrics").code).to eq("404")
    expect(get("/metrics", Authorization: "Bearer another").code).to eq("404")
    text = get("/metrics", Authorization: "Bearer key of the watch").body
    expect(text[%r{^just_seal_requests_total\{method="GET",place="/",status="200"\} (\d+)}, 1].to_i).to be >= 20
    expect(text).to match(/^just_seal_request_seconds_bucket\{place="[^"]+",le="0.5"\}/)
      .and match(/^just_seal_certificate_end_seconds\{name="seal Ravensholm Harbour Trust, seal"\} \d{10}/)
      .and match(/^just_seal_jobs_failed \d/)
      .and match(/^just_seal_disk_free_share 0\.\d+/)

    token = "S" * 43
    %W[/room/#{token} /welcome/#{token} /copies/#{token}/1 /visit/#{token}/sign /pad/#{token}].each { |path| get(path) }
    answer = get("/login?password=hidden")
    sleep 0.2
    told = lines.find { |line| line["request"] == answer["x-request-id"] }
    expect(told).to include("method" => "GET", "path" => "/login", "status" => 200, "address" => "127.0.0.1")
    expect(
      lines.map do |line|
        line["path"]
      end
    ).to include("/room/…", "/welcome/…", "/copies/…/1", "/visit/…/sign", "/pad/…")
    expect(File.read(log)).not_to include(token)
    expect(File.read(log)).not_to include("hidden")
  end

  it "tells of each job, by numbers alone" do
    name = File.join(office.settings.var, "jobs-watched.log")
    FileUtils.rm_f(name)
    jobs = Process.spawn("bundle", "exec", "bin/justseal", "jobs", out: [name, "a"], err: %i[child out], pgroup: true)
    id = JustSeal::Store.db[:que_jobs].insert(
      job_class: "JustSeal::Jobs::LapseDocket",
      args: "[0]",
      job_schema_version: 2
    )
    told = nil
    200.times do
      told = File.exist?(name) && File.readlines(name).grep(/\A\{/).map do |line|
        JSON.parse(line)
      end.find { |line| line["job"] == id }
      told ? break : sleep(0.2)
    end
    expect(told).to include("kind" => "LapseDocket", "of" => [0], "outcome" => match(/done|failed/))
  ensure
    Process.kill("TERM", jobs)
    Process.wait(jobs)
    JustSeal::Store.db[:que_jobs].where(id: id).delete
  end
end
