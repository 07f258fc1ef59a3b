# frozen_string_literal: true

# The site that docs/nginx-site.conf gives, run by Debian's nginx before a web server of this office.
RSpec.describe "An office behind nginx" do
  include WebServers

  site = File.read(File.join(JustSeal::ROOT, "docs", "nginx-site.conf"))

  let(:folder) { Dir.mktmpdir }
  let(:port) { free_port }
  let(:behind) { free_port }
  let(:docket) { sent_docket }

  before do
    File.chmod(0o755, folder)
    made = %w[openssl req -x509 -newkey ec -pkeyopt ec_paramgen_curve:P-256 -nodes -days 2 -subj /CN=office.example]
    system(*made, "-keyout", "#{folder}/key.pem", "-out", "#{folder}/fullchain.pem", err: File::NULL, exception: true)
    filled = site.sub("127.0.0.1:7300", "127.0.0.1:#{behind}").sub("listen 443", "listen 127.0.0.1:#{port}")
      .gsub("/etc/ssl/office.example", folder)
    File.write("#{folder}/nginx.conf", <<~CONF)
      daemon off;
      pid #{folder}/nginx.pid;
      error_log #{folder}/error.log;
      events {}
      http {
        access_log off;
        #{%w[client_body proxy fastcgi uwsgi scgi].map { |name| "#{name}_temp_path #{folder}/#{name};" }.join(" ")}
        #{filled}
      }
    CONF
    start_office(
      behind,
      JUST_SEAL_ADDRESS: "https://office.example:#{port}",
      JUST_SEAL_TRUSTED_PROXIES: "127.0.0.1"
    )
    start_server("/usr/sbin/nginx", "-p", folder, "-c", "#{folder}/nginx.conf", port: port)
  end

  after do
    stop_servers
    FileUtils.rm_rf(folder)
  end

  # Asks as a browser at +from+ does, which may say what it likes.
  def ask(path, form: nil, from: "127.0.0.9", cookies: nil, **headers)
    http = Net::HTTP.new("127.0.0.1", port)
    http.use_ssl = true
    http.verify_mode = OpenSSL::SSL::VERIFY_NONE
    http.local_host = from
    request = (form ? Net::HTTP::Post : Net::HTTP::Get).new(path)
    request["Host"] = "office.example:#{port}"
    request["Cookie"] = cookies if cookies
    headers.each { |name, value| request[name.to_s.tr("_", "-")] = value }
    form.is_a?(Hash) ? request.set_form_data(form) : request.body = form
    http.start { http.request(request) }
  end

  # What the web server itself answers to a body of +bytes+ that never comes.
  def announced(bytes)
    TCPSocket.open("127.0.0.1", behind) do |socket|
      socket.write("POST /check HTTP/1.1\r\nHost: office.example\r\nContent-Length: #{bytes}\r\n\r\n")
      socket.wait_readable(5) ? socket.readpartial(200) : "nothing"
    end
  end

  forged = {
    x_forwarded_for: "198.51.100.77",
    forwarded: "for=198.51.100.77;host=evil.example;proto=http",
    x_real_ip: "198.51.100.77",
    x_forwarded_host: "evil.example",
    x_forwarded_proto: "http"
  }

  it "knows the address of whoever connects to it, and believes no header; names and forms are its own" do
    link = "/room/#{token_for(party(docket, "A"))}"
    page = ask(link, **forged)
    expect(page.code).to eq("200")
    token = page.body[/name="_csrf" value="([^"]+)"/, 1]
    cookies = page.get_fields("set-cookie").map { |line| line[/\A[^;]+/] }.join("; ")
    expect(page.get_fields("set-cookie")).to all(match(/secure/i))
    entered = ask("#{link}/enter", form: { "_csrf" => token }, cookies: cookies, **forged)
    expect([entered.code, entered["location"]]).to match(["303", %r{\Ahttps://office\.example:#{port}/visit/}])
    expect(JustSeal::Store::Visit.last).to have_attributes(address: "127.0.0.9", via: "proxy")
    entry = entries_of(docket.number).last
    expect(entry["actor"]).to include("address" => "127.0.0.9", "via" => "proxy")

    stranger = ask("/login", Host: "evil.example")
    expect([stranger.code, stranger.body]).to match(["403", /JUST_SEAL_ADDRESS/])
    elsewhere = ask("/login", form: { "login" => "x" }, Origin: "https://evil.example")
    expect([elsewhere.code, elsewhere.body]).to match(["403", /JUST_SEAL_ADDRESS/])
    own = ask("/login", form: { "login" => "x" }, Origin: "https://office.example:#{port}")
    expect(own.code).to eq("403"), "its token is missing, and that is told by a page"
    expect(own.body).not_to include("JUST_SEAL_ADDRESS")

    large = ask("/check", form: "x" * (53 * 1024 * 1024), Content_Type: "application/x-www-form-urlencoded")
    expect(large.code).to eq("413")
    expect(ask("/login", form: "a=#{"x" * (2 * 1024 * 1024)}").code).to eq("413")
    expect(announced(400 * 1024 * 1024)).to start_with("HTTP/1.1 413"), "without a byte of it"
  end
end
