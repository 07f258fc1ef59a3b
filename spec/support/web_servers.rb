# frozen_string_literal: true

require "net/http"
require "open3"
require "socket"

# Web servers of their own, as an office runs them.
module WebServers
  # A tenth of a second each: starting takes long where much else runs.
  START_TRIES = 900

  # A free port.
  def free_port = TCPServer.open("127.0.0.1", 0) { |server| server.addr[1] }

  # Starts +command+ and waits for +port+; stopped after the example. Returns its process id.
  def start_server(*command, port:, env: {}, log: File.join(office.settings.var, "server.log"))
    pid = Process.spawn(env, *command, out: [log, "a"], err: %i[child out], pgroup: true)
    (@servers ||= []) << pid
    START_TRIES.times do
      listens = answers?(port)
      raise "#{command.first}: #{File.read(log)[-2000..]}" if Process.wait(pid, Process::WNOHANG)
      return pid if listens

      sleep 0.1
    end
    raise "#{command.first} does not listen: #{File.read(log)}"
  end

  def answers?(port)
    TCPSocket.new("127.0.0.1", port).close
    true
  rescue SystemCallError
    false
  end

  def stop_servers
    @servers.to_a.each do |pid|
      Process.kill("TERM", pid)
      Process.wait(pid)
    rescue SystemCallError
      next
    end
  end

  # The web server of this office. +settings+: {environment variable => value} over those of the specs.
  def start_office(port, **settings)
    env = settings.transform_keys(&:to_s)
    command = ["bundle", "exec", "puma", "-C", "config/puma.rb", "-b", "tcp://127.0.0.1:#{port}"]
    start_server(*command, port: port, env: env)
  end
end
