# frozen_string_literal: true

require "open3"
require "tmpdir"
require_relative "../support/web_servers"

# The office as a repository, for a client by other makers.
RSpec.describe "The office as a CMIS repository" do
  include WebServers

  before(:all) do
    open_office
    start_office(@port = free_port, JUST_SEAL_ADDRESS: "http://127.0.0.1:#{@port}")
    @told = walk(token_of(:maren))
  end

  after(:all) do
    stop_servers
    close_office
  end

  attr_reader :told

  def token_of(name, scopes: %w[read write])
    JustSeal::Operations::KeepTokens.new.make(staff(name), name: "Word room", scopes: scopes, days: 1).last
  end

  # What the client found on its way.
  def walk(token)
    Dir.mktmpdir do |folder|
      paths = %w[licence.pdf revised.pdf].map { |name| File.join(folder, name) }
      revised = pdf do |doc|
        doc.pages[0].canvas(type: :overlay).font("Helvetica", size: 9).text("Revised", at: [90, 90])
      end
      paths.zip([pdf, revised]) { |path, bytes| File.binwrite(path, bytes) }
      client = File.expand_path("../support/peers/repository.mjs", __dir__)
      output, errors, status = Open3.capture3("node", client, "http://127.0.0.1:#{@port}/cmis", token, *paths)
      raise errors unless status.success?

      JSON.parse(output)
    end
  end

  it "tells what it is, its types and its folders" do
    expect(told).to include("info" => "1.1", "folder" => "folder:BL-1")
    expect(told["types"]).to include("js:MB")
    expect(told["definition"]).to include("propertyType" => "string", "updatability" => "readwrite", "required" => true)
    expect(told["root"]).to include("Berth licences")
  end

  it "takes a document with its properties, and gives its bytes back" do
    number = told.dig("made", "js:number")
    record = JustSeal::Store::Record.first(number: number)
    expect(told["made"]).to include("cmis:objectTypeId" => "js:MB", "js:yearly_dues" => 12.5, "js:state" => "none")
    expect(told["bytes"]).to eq(record.versions.last.size_bytes)
    expect(entries_of(number).first["actor"]).to include("name" => "Maren Test", "program" => "Word room")
  end

  it "changes properties from the state that was read, and from no other" do
    expect(told.dig("updated", "js:vessel")).to eq("MV Knot")
    expect(told["stale"]).to include("failed" => 409, "exception" => "updateConflict")
  end

  it "checks out and in, version by version" do
    expect(told["taken"]).to include("cmis:isPrivateWorkingCopy" => true, "cmis:isVersionSeriesCheckedOut" => true)
    expect(told["back"]).to include("cmis:versionLabel" => "2", "cmis:isVersionSeriesCheckedOut" => false)
    expect(told["versions"]).to eq(%w[2 1])
  end

  it "finds by its language, and says where it can't be read" do
    expect(told["query"]).to include("cmis:name" => "By CMIS", "js:vessel" => "MV Knot")
    expect(told.values_at("inFolder", "folders")).to all(be_positive)
    expect(told["wrong"]).to include("failed" => 400, "exception" => "invalidArgument")
    expect(told["noType"]).to include("failed" => 400)
  end

  it "keeps a log of changes, out of the ledger" do
    expect(told["changes"]).to eq([[told.dig("made", "js:number"), "updated"]])
  end

  it "says what may be done, deletes nothing, and tells strangers nothing" do
    expect(told["actions"]).to include("canUpdateProperties" => true, "canDeleteObject" => false)
    expect(told["parents"]).to eq(["Berth licences"])
    expect(told["deleted"]).to include("failed" => 405, "exception" => "notSupported")
    expect(told["unknown"]).to include("failed" => 404, "exception" => "objectNotFound")
    expect(told["stranger"]).to include("failed" => 401)
  end

  it "shows and allows no more than the token and its account may" do
    read = walk(token_of(:rosalind, scopes: %w[read]))
    expect(read["made"]).to include("failed" => 403, "exception" => "permissionDenied")
    expect(read["root"]).to include("Berth licences")
  end
end
