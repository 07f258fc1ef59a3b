# frozen_string_literal: true

RSpec.describe "Settings that would weaken an office" do
  {
    "JUST_SEAL_MASTER_KEY" => ["short", "g" * 64, "ab" * 31],
    "JUST_SEAL_SESSION_SECRET" => ["what-I-typed", "ab" * 32]
  }.each do |variable, values|
    values.each do |value|
      it "refuses #{variable} of #{value.size} characters, and says how to make one" do
        expect { JustSeal::Settings.new({ variable => value }) }.to raise_error(JustSeal::Error) { |problem|
          expect(problem.reason).to eq(:secret_malformed)
          expect(JustSeal::Words.problem(problem)).to include(variable, "openssl rand -hex").and(
            satisfy { |said|
              !said.include?(value)
            }
          )
        }
      end
    end
  end

  describe "for mail" do
    # A mail server that offers no TLS.
    def server
      socket = TCPServer.new("127.0.0.1", 0)
      thread = Thread.new do
        client = socket.accept
        client.write("220 mail\r\n")
        while (line = client.gets)
          client.write(line.start_with?("EHLO") ? "250 mail\r\n" : "502 no\r\n")
        end
      end
      yield socket.addr[1]
    ensure
      thread&.kill
      socket&.close
    end

    def deliver(port, host:, **more)
      JustSeal::Ports::SmtpMail.new("smtp://#{host}:#{port}", from: "a@b.example", office: "Trust", **more)
        .deliver(to: "c@d.example", name: "C", subject: "S", text: "T", html: "<p>T</p>", at: Time.now)
    end

    it "sends none to another machine without TLS" do
      server do |port|
        stub_const("JustSeal::Ports::SmtpMail::LOCAL", [])
        expect { deliver(port, host: "127.0.0.1") }.to raise_error(JustSeal::Errors::Unavailable)
      end
    end
  end
end
