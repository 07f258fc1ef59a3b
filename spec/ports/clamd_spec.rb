# frozen_string_literal: true

require "open3"
require "socket"
require "tmpdir"

RSpec.describe JustSeal::Ports::Clamd do
  test_file = JustSeal::Standins::Scanner::TEST_FILE

  def free_port = TCPServer.open("127.0.0.1", 0) { |server| server.addr[1] }

  # Debian's clamd with a list of its own: one file, by its MD5 and size.
  def with_clamd
    Dir.mktmpdir do |folder|
      port = free_port
      Dir.mkdir("#{folder}/lists")
      File.write("#{folder}/lists/own.hdb", "44d88612fea8a8f36de82e1278abb02f:68:Own.Test.File\n")
      File.write("#{folder}/clamd.conf", <<~CONF)
        DatabaseDirectory #{folder}/lists
        TCPSocket #{port}
        TCPAddr 127.0.0.1
        LocalSocket #{folder}/clamd.socket
        Foreground yes
        StreamMaxLength 60M
      CONF
      pid = Process.spawn("/usr/sbin/clamd", "-c", "#{folder}/clamd.conf", out: File::NULL, err: File::NULL)
      300.times { File.socket?("#{folder}/clamd.socket") ? break : sleep(0.1) }
      yield port, "#{folder}/clamd.socket"
    ensure
      Process.kill("KILL", pid) if pid
      Process.wait(pid) if pid
    end
  end

  def with_standin
    port = free_port
    scanner = JustSeal::Standins::Scanner.new(port: port).start
    yield port
  ensure
    scanner&.stop
  end

  { "Debian's clamd" => [:with_clamd, "Own.Test.File"], "the stand-in" => [:with_standin, "Stand-in.Test.File"] }
    .each do |name, (running, found)|
    it "finds in #{name} what is known there, and nothing in anything else, however large" do
      send(running) do |port, socket|
        urls = ["clamd://127.0.0.1:#{port}", ("unix://#{socket}" if socket)].compact
        urls.each do |url|
          scanner = described_class.new(url)
          expect(scanner.look(test_file)).to start_with(found)
          expect(scanner.look("%PDF-1.7 nothing")).to be_nil
          expect(scanner.look(Random.new(1).bytes(3_000_000))).to be_nil
          expect(scanner.try).to be_nil
        end
      end
    end
  end

  it "says that nobody answers, and that what answers is no scanner" do
    expect { described_class.new("clamd://127.0.0.1:9").look("x") }
      .to raise_reason(JustSeal::Errors::Unavailable, :scanner_away)
    server = TCPServer.new("127.0.0.1", 0)
    thread = Thread.new do
      socket = server.accept
      # Whoever closes before everything is read resets the connection.
      socket.read("zINSTREAM\0".bytesize + 4 + "x".bytesize + 4)
      socket.write("INSTREAM size limit exceeded. ERROR\0")
      socket.close
    end
    expect { described_class.new("clamd://127.0.0.1:#{server.addr[1]}").look("x") }
      .to raise_reason(JustSeal::Errors::Unavailable, :scanner_unclear)
  ensure
    thread&.join
    server&.close
  end

  it "does not wait for ever" do
    stub_const("JustSeal::Ports::Clamd::WHOLE_SECONDS", 0.3)
    server = TCPServer.new("127.0.0.1", 0)
    expect { described_class.new("clamd://127.0.0.1:#{server.addr[1]}").look("x") }
      .to raise_reason(JustSeal::Errors::Unavailable, :scanner_away)
  ensure
    server&.close
  end
end
