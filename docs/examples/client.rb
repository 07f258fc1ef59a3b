# frozen_string_literal: true

# Captures a PDF, prepares a docket for one signer, sends it, and says where it stands.
#
#   JUST_SEAL=https://office.example TOKEN=jst_… ruby client.rb FILE.pdf "Title" CLASS CASE-FILE "Name" name@example.org

require "json"
require "net/http"
require "securerandom"

BASE = "#{ENV.fetch("JUST_SEAL")}/api/v1".freeze

# Sends +request+ and returns the answer, parsed. Ends with what was not done.
def ask(request)
  request["authorization"] = "Bearer #{ENV.fetch("TOKEN")}"
  request["idempotency-key"] = SecureRandom.uuid unless request.is_a?(Net::HTTP::Get)
  uri = request.uri
  answer = Net::HTTP.start(uri.host, uri.port, use_ssl: uri.scheme == "https") { |http| http.request(request) }
  told = JSON.parse(answer.body)
  return told if answer.is_a?(Net::HTTPSuccess)

  abort "#{told["status"]} #{told["title"]}: #{told["detail"]}"
end

def post(path, values = nil)
  request = Net::HTTP::Post.new(URI("#{BASE}#{path}"), "content-type" => "application/json")
  request.body = JSON.generate(values) if values
  ask(request)
end

file, title, code, case_file, name, address = ARGV

form = [["file", File.open(file, "rb")], ["title", title], ["class", code], ["case_file", case_file]]
ENV.fetch("PARTICULARS", "").split(";").each do |pair|
  form << pair.split("=", 2).then do |k, v|
    ["particulars[#{k}]", v]
  end
end
capture = Net::HTTP::Post.new(URI("#{BASE}/records"))
capture.set_form(form, "multipart/form-data")
record = ask(capture)

docket = post(
  "/dockets",
  "record" => record["number"],
  "deadline_days" => 10,
  "parties" => [{ "name" => name, "email" => address }],
  "fields" => [
    { "kind" => "signature", "party" => "A", "page" => 1, "x" => 90, "y" => 120, "width" => 180, "height" => 36 }
  ]
)
sent = post("/dockets/#{docket["number"]}/send")
puts [record["number"], sent["number"], sent["state"], sent["parties"].first["state"]].join(" ")
