# frozen_string_literal: true

require "socket"
require "timeout"

# What works the queue loses its database, at any moment; the process goes on.
RSpec.describe JustSeal::Cli::WorkJobs, :database do
  let(:url) { ENV.fetch("JUST_SEAL_DATABASE_URL") }

  after { described_class.stop }

  def connections
    JustSeal::Store.db[:pg_stat_activity]
      .where(datname: Sequel.function(:current_database))
      .where(Sequel.like(:application_name, "Que Locker: %"))
  end

  # The server ends the connection over which +locker+ keeps its jobs.
  def part(locker)
    Timeout.timeout(20) do
      sleep 0.02 until connections.any?
      connections.select_map(Sequel.function(:pg_terminate_backend, :pid))
      sleep 0.02 while locker.thread.alive?
    end
  end

  def expect_all_ended
    threads = described_class.threads(Que.locker)
    expect(threads.size).to be >= 6
    expect(threads.map { |thread| thread.join(20) }).to eq(threads)
  end

  it "hears of a connection that ended where it looks, and nowhere else" do
    locker = described_class.begun(url)
    expect { part(locker) }.not_to raise_error
    expect { described_class.threads(locker).each { |thread| thread.join(0) } }.to raise_error(PG::Error)
  end

  it "survives one that ends while it is stopped, and keeps none of its threads" do
    locker = described_class.begun(url)
    allow(locker).to receive(:stop!).and_wrap_original do |stopping|
      part(locker)
      stopping.call
    end
    expect { described_class.stop }.to output(/\A\d{4}-\d\d-\d\dT.+\n\z/).to_stderr
    expect(locker.workers.map(&:thread).map { |thread| thread.join(20) }).to all(be_a(Thread))
  end

  it "leaves no threads behind where there is no database" do
    closed = TCPServer.open("127.0.0.1", 0) { |server| server.addr[1] }
    away = URI(url).tap { |uri| uri.port = closed }.to_s
    expect { described_class.work(away, IO.pipe.first) }.to output(/refused/).to_stderr
    expect_all_ended
  end

  it "ends once it is told to, and gives back what it holds" do
    reader, writer = IO.pipe
    writer.puts("TERM")
    described_class.work(url, reader)
    expect_all_ended
    Timeout.timeout(20) { sleep 0.02 while connections.any? }
  end
end
