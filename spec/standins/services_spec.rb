# frozen_string_literal: true

require "net/http"
require "openssl"

RSpec.describe "The stand-in authority's services" do
  let(:base) { URI(JustSeal.office.settings.mailbox_url).then { |uri| "http://127.0.0.1:#{uri.port}" } }

  def post(path, body) = Net::HTTP.post(URI("#{base}#{path}"), body, "content-type" => "application/octet-stream")

  it "refuse what is no question" do
    expect(%w[/time-stamp /status].map { |path| post(path, "nonsense").code }).to eq(%w[400 400])
  end

  it "refuse a signing request that is not signed by its own key" do
    request = OpenSSL::X509::Request.new
    request.subject = OpenSSL::X509::Name.new([%w[CN forged]])
    request.public_key = OpenSSL::PKey::EC.generate("prime256v1")
    request.sign(OpenSSL::PKey::EC.generate("prime256v1"), "SHA256")
    expect(post("/enrol", request.to_pem).code.to_i).to be >= 400
  end

  it "publish the root and the lists" do
    root = OpenSSL::X509::Certificate.new(Net::HTTP.get(URI("#{base}/root.pem")))
    expect(root.verify(root.public_key)).to be(true)
    list = OpenSSL::X509::CRL.new(Net::HTTP.get(URI("#{base}/root.crl")))
    expect(list.verify(root.public_key)).to be(true)
  end

  it "answer openssl's own time-stamp query" do
    Dir.mktmpdir do |folder|
      File.write("#{folder}/deed", "deed")
      File.write("#{folder}/root.pem", Net::HTTP.get(URI("#{base}/root.pem")))
      system(
        "openssl",
        "ts",
        "-query",
        "-data",
        "#{folder}/deed",
        "-sha256",
        "-cert",
        "-out",
        "#{folder}/query",
        %i[out err] => File::NULL
      )
      File.binwrite("#{folder}/reply", post("/time-stamp", File.binread("#{folder}/query")).body)
      output, = Open3.capture2e(
        "openssl",
        "ts",
        "-verify",
        "-queryfile",
        "#{folder}/query",
        "-in",
        "#{folder}/reply",
        "-CAfile",
        "#{folder}/root.pem"
      )
      expect(output).to include("Verification: OK")
    end
  end
end
