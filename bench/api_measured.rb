# frozen_string_literal: true

require_relative "../spec/spec_helper"
require "net/http"
require "puma"
require "puma/server"
require "sinatra/base"

# Prints what it measures, and fails only where what is measured is not done.
RSpec.describe "Programs, measured", :database do
  include Instructed

  requests = Integer(ENV.fetch("REQUESTS", 200))
  wanted = Integer(ENV.fetch("RUNS", 400))
  clients = 4

  # What nothing can be faster than: one query and a line of text.
  bare = Class.new(Sinatra::Base) do
    set :host_authorization, -> { { permitted_hosts: [] } }
    get("/") { JustSeal::Store::Docket.order(:id).get(:number).to_s }
  end

  def clock = Process.clock_gettime(Process::CLOCK_MONOTONIC)

  # Yields the port of one Puma for both.
  def served(bare)
    office = JustSeal::Web::Application.build(self.office.settings)
    app = Rack::Builder.app do
      map("/bare") { run bare }
      map("/") { run office }
    end
    server = Puma::Server.new(app, nil, min_threads: 2, max_threads: 8)
    port = server.add_tcp_listener("127.0.0.1", 0).addr[1]
    server.run
    yield port
  ensure
    server&.stop(true)
  end

  # Requests a second of several clients at once; the block makes a request.
  def rate(port, number, clients)
    began = clock
    threads = Array.new(clients) do
      Thread.new do
        Net::HTTP.start("127.0.0.1", port) do |http|
          (number / clients).times { expect(http.request(yield).code).to match(/\A2/) }
        end
      end
    end
    threads.each(&:join)
    number / (clock - began)
  end

  it "lists, reads and captures" do
    stub_const("JustSeal::Operations::CountRequest::LIMIT", 1_000_000)
    token = JustSeal::Operations::KeepTokens.new.make(
      staff(:maren),
      name: "Bench",
      scopes: %w[read write],
      days: 1
    ).last
    record = Array.new(40) { |index| capture(title: "Record #{index}") }.last
    host = URI(office.settings.address).host
    headers = { "authorization" => "Bearer #{token}", "host" => host }
    file = pdf
    capturing = lambda do
      Net::HTTP::Post.new("/api/v1/records", headers).tap do |request|
        form = [["title", "By bench"], %w[class MB], %w[case_file BL-1], ["particulars[vessel]", "MV Bench"]]
        request.set_form([*form, ["file", StringIO.new(file), { filename: "a.pdf" }]], "multipart/form-data")
      end
    end
    served(bare) do |port|
      kinds = {
        "bare" => -> { Net::HTTP::Get.new("/bare/") },
        "list" => -> { Net::HTTP::Get.new("/api/v1/records", headers) },
        "read" => -> { Net::HTTP::Get.new("/api/v1/records/#{record.number}", headers) },
        "create" => capturing
      }
      kinds.each_value { |kind| rate(port, clients, clients, &kind) }
      rates = kinds.transform_values { |kind| rate(port, requests, clients, &kind) }
      rates.each { |name, per| puts format("%-8s %8.1f a second, %.3f of bare", name, per, per / rates["bare"]) }
    end
  end

  it "follows instructions" do
    made = instruction(
      limit: 10_000,
      steps: [{ "kind" => "rename", "title" => "Seen" }, { "kind" => "write", "values" => { "order" => "1" } }]
    )
    record = licence
    JustSeal::Jobs::Drain.call(at: office.now)
    row = record.values.slice(:record_class_id, :class_version, :case_file_id, :title, :created_by, :created_at)
    values = Sequel.pg_jsonb(record.particulars.to_h)
    records = Array.new(wanted) do |index|
      JustSeal::Store::Record.create(number: format("IN-2020-%04d", index), particulars: values, **row)
    end
    began = clock
    records.each { |one| JustSeal::Operations::RunStarter.call(made.id, key: "bench:#{one.number}", record: one) }
    puts format("begun    %8.1f a second", wanted / (clock - began))
    began = clock
    pids = Array.new(2) { Process.spawn("bin/justseal", "jobs", out: File::NULL, err: File::NULL) }
    sleep 0.2 until JustSeal::Store::InstructionRun.where(instruction_id: made.id, state: "done").count > wanted
    took = clock - began
    puts format("runs of two steps by two processes: %d in an hour", wanted / took * 3600)
  ensure
    pids&.each { |pid| Process.kill("INT", pid) && Process.wait(pid) }
    stop_instructions
  end
end
