# frozen_string_literal: true

RSpec.describe JustSeal::Operations::RotateMasterKey, :database do
  let(:former) { office.settings.need(:master_key) }
  let(:fresh) { "ab" * 32 }
  let(:folder) { Dir.mktmpdir("keys") }

  def box(key, **more) = JustSeal::Ports::SecretBox.new(key, **more)
  def keys(key, **more) = JustSeal::Ports::SigningKeys.new(folder, master_key: key, **more)

  before { FileUtils.cp_r(Dir[File.join(office.settings.var, "keys", "*")], folder) }

  it "closes keys and secrets under the new one, after which the old one opens nothing" do
    app = JustSeal::Store.db[:authenticators].insert(
      email: "#{SecureRandom.hex(4)}@ravensholm.example",
      kind: "app_code",
      secret: box(former).close("ab12"),
      begun_at: Time.now
    )
    allow(office).to receive_messages(secret_box: box(fresh, former: former), keys: keys(fresh, former: former))
    certificate = keys(former)[:seal].certificate
    done = described_class.call(JustSeal::Cli.actor)
    expect(done[:keys]).to be >= 2
    expect(done[:secrets]).to be >= 1
    secret = JustSeal::Store.db[:authenticators].where(id: app).get(:secret)
    expect(box(fresh).open(secret)).to eq("ab12")
    expect { box(former).open(secret) }.to raise_error(JustSeal::Errors::Damaged)
    expect(keys(fresh)[:seal].certificate.to_der).to eq(certificate.to_der)
    expect { keys(former)[:seal] }.to raise_error(OpenSSL::PKey::PKeyError)
    expect(described_class.call(JustSeal::Cli.actor)).to eq(keys: 0, secrets: 0)
    expect(entries_of("keys").last).to include("kind" => "master_key.rotated", "facts" => done.transform_keys(&:to_s))
  end

  it "belongs to those who keep keys" do
    expect { described_class.call(staff(:joss)) }.to raise_error(JustSeal::Errors::Forbidden)
  end
end
