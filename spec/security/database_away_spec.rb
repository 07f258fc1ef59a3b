# frozen_string_literal: true

require "tmpdir"

# PostgreSQL is restarted three times while people ask and jobs run: everybody waits, nothing is lost.
RSpec.describe "An office whose database is restarted" do
  include WebServers

  let(:port) { free_port }
  let(:folder) { Dir.mktmpdir }
  let(:cluster) do
    JustSeal::Launch::Cluster.new(File.join(folder, "data"), port: free_port, secrets: secrets, fast: true)
  end
  let(:database) { "away" }
  let(:jobs_log) { File.join(folder, "jobs.log") }
  let(:secrets) { JustSeal::Launch::Secrets.new(File.join(folder, "secrets.json")) }

  before do
    File.chmod(0o755, folder)
    cluster.start
    cluster.database(database)
    env = {
      "JUST_SEAL_DATABASE_URL" => cluster.application_url(database),
      "JUST_SEAL_OWNER_DATABASE_URL" => cluster.owner_url(database)
    }
    migrate(env)
    cluster.stop
    coming = Thread.new { sleep(2) && cluster.start }
    start_office(port, **env.transform_keys(&:to_sym))
    coming.join
    start_server("bundle", "exec", "bin/justseal", "jobs", port: port, env: env, log: jobs_log)
  end

  after do
    stop_servers
    cluster.stop
    cluster.remove
    FileUtils.rm_rf(folder)
  end

  def migrate(env)
    system(env, "bundle", "exec", "bin/justseal", "migrate", out: File::NULL, exception: true)
  end

  def health
    http = Net::HTTP.new("127.0.0.1", port)
    http.get("/health", "Host" => URI(office.settings.address).host).code
  rescue SystemCallError, EOFError, Net::ReadTimeout
    "none"
  end

  def jobs = Sequel.connect(cluster.owner_url(database))

  # Jobs of a kind that fails without anything else, so that working them leaves a trace.
  def enqueue
    jobs.tap { |db| db[:que_jobs].insert(job_class: "JustSeal::Jobs::LapseDocket", args: "[0]", job_schema_version: 2) }
      .disconnect
  end

  def left
    db = jobs
    db[:que_jobs].where(job_class: "JustSeal::Jobs::LapseDocket", finished_at: nil, expired_at: nil).count
  ensure
    db&.disconnect
  end

  # Asks until the answer is +wanted+, as long as programs may take to start where much else runs; what it was instead
  # is said, and what the jobs said meanwhile.
  def eventually(wanted, seconds = 120)
    ends = Process.clock_gettime(Process::CLOCK_MONOTONIC) + seconds
    answer = yield
    until answer == wanted || Process.clock_gettime(Process::CLOCK_MONOTONIC) > ends
      sleep 0.2
      answer = yield
    end
    expect(answer).to eq(wanted), "#{answer}, not #{wanted}: #{File.read(jobs_log).chars.last(2000).join}"
  end

  it "waits for it at the start, says so in one line with 503, comes back by itself, and loses no job" do
    eventually("200") { health }
    3.times do
      codes = []
      asking = Thread.new { loop { (codes << health) && sleep(0.02) } }
      cluster.stop
      sleep 0.5
      enqueued = false
      cluster.start
      enqueue && enqueued = true
      eventually("200") { health }
      eventually(0) { left }
      asking.kill
      expect([codes.uniq - %w[200 503], enqueued]).to eq([[], true])
    end
    expect(File.read(jobs_log)).not_to include("backtrace")
  end
end
