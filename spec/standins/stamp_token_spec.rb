# frozen_string_literal: true

require "open3"

RSpec.describe JustSeal::Standins::StampToken do
  %w[rsa ec].each do |kind|
    it "makes tokens by SHA-512 with #{kind} keys that openssl and we accept, and that rest on nothing less" do
      terms = JustSeal::Standins::Authority::USUAL.with(digest: "SHA512", kind: kind)
      maker = JustSeal::Standins::Authority.new(Dir.mktmpdir, address: "http://127.0.0.1:9", terms: terms).prepare
      data = "what is stamped"
      token = stamps(maker, imprint: "SHA512").call(OpenSSL::Digest.digest("SHA512", data))
      known = JustSeal::Core::Trust::Register.new("digest/SHA256/0" => { "ends" => "2020-01-01T00:00:00Z" })
      paths = JustSeal::Core::Trust::Paths.new([maker.root.certificate], known)
      stamp = JustSeal::Core::Trust::TimeStamp.verify(token, data: data, paths: paths)
      expect(stamp).to have_attributes(valid: true, digest: "SHA512")
      Dir.mktmpdir do |folder|
        File.binwrite("#{folder}/token", token)
        File.write("#{folder}/data", data)
        File.write("#{folder}/root.pem", maker.root.certificate.to_pem)
        said, = Open3.capture2e("openssl ts -verify -token_in -in token -data data -CAfile root.pem", chdir: folder)
        expect(said).to include("Verification: OK")
      end
    end
  end
end
