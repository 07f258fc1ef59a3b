# frozen_string_literal: true

require "open3"

RSpec.describe "Settings that would weaken an office" do
  # What is said of an environment, nil where nothing is.
  def said(env, complete: false)
    complete ? JustSeal::Settings.complete(env) : JustSeal::Settings.new(env)
    nil
  rescue JustSeal::Errors::Misconfigured => e
    JustSeal::Words.problem(e)
  end

  {
    "JUST_SEAL_MASTER_KEY" => ["short", "g" * 64, "ab" * 31],
    "JUST_SEAL_SESSION_SECRET" => ["what-I-typed", "ab" * 32],
    "JUST_SEAL_TOKEN_LIBRARY" => ["/nowhere/lib.so"],
    "JUST_SEAL_SMTP_URL" => ["mail.example:25", "http://mail.example", "smtp://"],
    "JUST_SEAL_TIME_STAMP_URL" => ["tsa.example", "ftp://tsa.example/", "https://"],
    "JUST_SEAL_DATABASE_URL" => ["mysql://localhost/x", "::"],
    "JUST_SEAL_ADDRESS" => ["records", "ftp://records.example", "http://records.ravensholm.example"],
    "JUST_SEAL_ROOTS" => ["/nowhere/roots.pem", __FILE__],
    "JUST_SEAL_WEB_THREADS" => %w[many 0 1000],
    "JUST_SEAL_CHECKPOINT_MINUTES" => %w[9999 hourly -5],
    "JUST_SEAL_KEY_KIND" => %w[rsa-1024],
    "JUST_SEAL_DIGEST" => %w[sha1],
    "JUST_SEAL_IMPRINT" => %w[sha1 md5],
    "JUST_SEAL_SECOND_FACTOR" => ["administrator clerks"],
    "JUST_SEAL_SMTP_PLAIN" => %w[please],
    "JUST_SEAL_TIME_STAMP_POLICY" => %w[strict]
  }.each do |variable, values|
    values.each do |value|
      it "refuses #{variable} of “#{value[0, 30]}” in a line that says what is wanted, and not the value" do
        line = said({ variable => value }, complete: %w[ROOTS TOKEN_LIBRARY].any? { |name| variable.end_with?(name) })
        line = line.lines.grep(/\A#{variable} /).first.to_s.chomp
        expect(line).not_to be_empty
        shown = %w[JUST_SEAL_ADDRESS JUST_SEAL_ROOTS JUST_SEAL_TOKEN_LIBRARY]
        expect(line).not_to include(value) unless shown.include?(variable)
      end
    end
  end

  it "says how secrets are made" do
    expect(said({ "JUST_SEAL_MASTER_KEY" => "x" })).to include("openssl rand -hex 32")
  end

  it "names all that an office can't be without, one a line, and nothing of the demo takes its place" do
    lines = said({}, complete: true).lines
    expect(lines.map { |line| line[/\AJUST_SEAL_\w+/] }).to eq(
      %w[ADDRESS DATABASE_URL MASTER_KEY SESSION_SECRET SMTP_URL TIME_STAMP_URL ROOTS].map { |name|
        "JUST_SEAL_#{name}"
      }
    )
    expect(JustSeal::Settings.new({}).to_h.values.join(" ")).not_to match(/ravensholm|127\.0\.0\.1|localhost|stand-in/i)
  end

  it "wants what belongs together" do
    texts = JustSeal.office.settings.to_h.transform_keys { |name| JustSeal::Settings.variable(name) }
    expect(said(texts, complete: true)).to be_nil
    lines = said(texts.merge("JUST_SEAL_TEXT_KEY" => "", "JUST_SEAL_REGISTRY_SECRET" => ""), complete: true)
    expect(lines).to include("JUST_SEAL_TEXT_KEY", "JUST_SEAL_REGISTRY_SECRET")
  end

  it "starts no program with them, and shows no trace" do
    env = { "JUST_SEAL_DATABASE_URL" => "x", "JUST_SEAL_MASTER_KEY" => nil, "JUST_SEAL_WEB_THREADS" => "many" }
    [%w[bundle exec puma -C config/puma.rb], %w[bundle exec bin/justseal jobs]].each do |command|
      output, status = Open3.capture2e(env, *command, chdir: JustSeal::ROOT)
      expect(status).not_to be_success
      expect(output.lines.map { |line| line[/\A\w+/] }).to eq(%w[JUST_SEAL_DATABASE_URL JUST_SEAL_WEB_THREADS]), output
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
      JustSeal::Ports::SmtpMail.new("smtp://#{host}:#{port}", from_host: "localhost", **more)
        .deliver(from: [
                   "a@b.example",
                   "Trust"
                 ],
          to: ["c@d.example", "C"],
          subject: "S",
          text: "T",
          html: "<p>T</p>",
          at: Time.now)
    end

    it "sends none to another machine without TLS" do
      server do |port|
        stub_const("JustSeal::Ports::SmtpMail::LOCAL", [])
        expect { deliver(port, host: "127.0.0.1") }.to raise_error(JustSeal::Errors::Unavailable)
      end
    end
  end
end
