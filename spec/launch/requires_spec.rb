# frozen_string_literal: true

require "open3"

# A process loads a file only when it comes to it, so a file that leans on what another one requires works or fails by
# what the process did before.
RSpec.describe "What files require" do
  libraries = {
    "Net::HTTP" => "net/http",
    "Open3" => "open3",
    "Tempfile" => "tempfile",
    "Zip" => "zip",
    "Nokogiri" => "nokogiri",
    "CSV" => "csv",
    "CGI" => "cgi",
    "RQRCode" => "rqrcode",
    "Argon2" => "argon2",
    "WebAuthn" => "webauthn",
    "Dentaku" => "dentaku",
    "TZInfo" => "tzinfo",
    "PKCS11" => "pkcs11",
    "OptionParser" => "optparse",
    "Socket" => "socket",
    "TCPServer" => "socket",
    "Dir.mktmpdir" => "tmpdir",
    "Puma::Server" => "puma/server",
    "Rack::Attack" => "rack/attack",
    "Logger" => "logger",
    "Etc" => "etc",
    "Shellwords" => "shellwords",
    "Ripper" => "ripper",
    "PTY" => "pty"
  }.freeze

  it "stands in each that uses it" do
    wrong = Dir[File.join(JustSeal::ROOT, "lib", "**", "*.rb")].flat_map do |path|
      code = File.readlines(path).reject { |line| line.strip.start_with?("#") }.join
      libraries.select do |name, library|
        code.match?(/(?<![\w:"'])#{Regexp.escape(name)}(?=[.:(\s]*(?:new|::|\.))/) &&
          !code.match?(%r{require "#{library}["/]})
      end.map { |name, _| "#{path.delete_prefix(JustSeal::ROOT)}: #{name}" }
    end
    expect(wrong).to eq([])
  end

  it "is there in a process that has done nothing else, for what leaves this machine" do
    program = <<~RUBY
      require #{File.join(JustSeal::ROOT, "config", "boot").inspect}
      port = JustSeal::Ports::HttpText.new("http://127.0.0.1:9/texts", key: "k")
      begin
        port.deliver(to: "0000 1", text: "x")
      rescue JustSeal::Errors::Unavailable
        print "asked"
      end
    RUBY
    expect(Open3.capture2e("ruby", "-", stdin_data: program).first).to eq("asked")
  end
end
