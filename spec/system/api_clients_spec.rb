# frozen_string_literal: true

require "open3"

# The clients that ship as examples, run as programs of their own against a server.
RSpec.describe "The example clients" do
  include Described

  examples = File.expand_path("../../docs/examples", __dir__)

  # The server of the browser specs.
  def run(*command, **env)
    prepare_server
    Capybara.current_session.server.boot
    given = { "JUST_SEAL" => office.settings.address, "TOKEN" => token, **env.transform_keys(&:to_s) }
    Open3.capture2e(given, *command)
  end

  it "capture, prepare and send in Ruby; and tell in Python what waits" do
    Dir.mktmpdir do |folder|
      path = File.join(folder, "licence.pdf")
      File.binwrite(path, pdf)
      person = ["Ines Halloran", "ines@sanderling.example"]
      command = ["ruby", "#{examples}/client.rb", path, "Berth licence, MV Ruff", "MB", "BL-1", *person]
      said, status = run(*command, PARTICULARS: "vessel=MV Ruff")
      expect([said, status.success?]).to match([/\AMB-\S+ RH-\S+ out invited\n\z/, true])
      number = said.split[1]
      said, status = run("python3", "#{examples}/client.py")
      expect(status).to be_success
      expect(said).to include("#{number}\tBerth licence, MV Ruff\twaits for\tInes Halloran")
      said, status = run(*command, PARTICULARS: "vessel=")
      expect([said, status.success?]).to match([/\A422 invalid: /, false])
    end
  end
end
