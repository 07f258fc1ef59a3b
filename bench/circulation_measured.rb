# frozen_string_literal: true

require_relative "../spec/spec_helper"
require "digest"
require "securerandom"

# Prints what it measures, and fails only where what is measured is not done.
RSpec.describe "A circulation, measured", :database do
  include Circulated
  include Pages

  people = Integer(ENV.fetch("PEOPLE", 10_000))
  acting = Integer(ENV.fetch("ACTING", 200))
  clock = -> { Process.clock_gettime(Process::CLOCK_MONOTONIC) }
  took = lambda do |&work|
    began = clock.call
    work.call
    clock.call - began
  end

  def csv(number)
    rows = Array.new(number) { |index| "Person #{index},p#{index}-#{SecureRandom.hex(4)}@many.example,MV #{index}" }
    ["Name,E-mail,Vessel", *rows].join("\n")
  end

  def started(number, mode)
    circulation = draft_circulation({}, mode: mode, due_days: 60)
    take_people(circulation, csv(number))
    JustSeal::Operations::StartCirculation.call(staff(:maren), number: circulation.number)
    circulation
  end

  # Two processes as an office runs them; returns the most memory that one of them took, in megabytes.
  def with_job_processes
    pids = Array.new(2) { Process.spawn("bin/justseal", "jobs", out: File::NULL, err: File::NULL) }
    most = 0
    until yield
      sleep 0.5
      most = [most, *pids.map { |pid| File.read("/proc/#{pid}/status")[/VmRSS:\s+(\d+)/, 1].to_i / 1024 }].max
    end
    most
  ensure
    pids.each { |pid| Process.kill("INT", pid) && Process.wait(pid) }
  end

  def dockets(circulation, state) = JustSeal::Store::Docket.where(circulation_id: circulation.id, state: state).count

  # Seconds for each tenth of those who are asked, and the memory.
  def asked_by_processes(circulation, number)
    marks = [clock_now]
    memory = with_job_processes do
      marks << clock_now while dockets(circulation, "out") >= marks.size * number / 10 && marks.size <= 10
      marks.size > 10
    end
    [marks.each_cons(2).map { |from, to| to - from }, memory]
  end

  def clock_now = Process.clock_gettime(Process::CLOCK_MONOTONIC)

  # Comes in by a link that was made for the occasion, agrees, is shown the document and acts.
  def acts(recipient)
    token = SecureRandom.urlsafe_base64(32)
    JustSeal::Store::PersonalLink.create(
      party_id: recipient.party_id,
      token_sha256: Digest::SHA256.hexdigest(token),
      method: "link",
      issued_at: office.now
    )
    visitor = begin_visit(token)
    JustSeal::Operations::ConsentToSigning.call(visitor, version: 1)
    sha256 = JustSeal::Operations::ViewDocument.call(visitor).last
    JustSeal::Operations::ActOnDocket.call(visitor, seen: { 1 => sha256 })
  end

  def page_milliseconds(circulation)
    sign_in :maren
    times = Array.new(9) do
      clock_now.then do |began|
        open_page("/circulations/#{circulation.number}") && ((clock_now - began) * 1000)
      end
    end
    times.sort[4]
  end

  def told(mode, number, tenths, memory)
    puts format(
      "\n%s: %d people asked by two processes, %.1f a second; the last tenth took %.2f times the first; %d MB at most",
      mode,
      number,
      number / tenths.sum,
      tenths.last / tenths.first,
      memory
    )
  end

  it "says how fast records of their own are asked for, acknowledged and sealed" do
    circulation = started(people, "each")
    tenths, memory = asked_by_processes(circulation, people)
    told("a record for each", people, tenths, memory)
    some = circulation.recipients_dataset.exclude(docket_id: nil).order(:id).limit(acting).all
    seconds = took.call { some.each { |one| acts(one) } }
    sealing = took.call { with_job_processes { dockets(circulation, "sealed") >= acting } }
    puts format(
      "%d acknowledged, %.1f a second; sealed by two processes, %.1f a second",
      acting,
      acting / seconds,
      acting / sealing
    )
    puts format("the page of %d people %.0f ms", people, page_milliseconds(circulation))
  end

  it "says how fast one document for all is asked for and acknowledged, and certified" do
    circulation = started(people, "one")
    tenths, memory = asked_by_processes(circulation, people)
    told("one for all", people, tenths, memory)
    some = circulation.recipients_dataset.exclude(docket_id: nil).order(:id).limit(acting).all
    seconds = took.call { some.each { |one| acts(one) } }
    puts format("%d acknowledged, %.1f a second", acting, acting / seconds)
    puts format("the page of %d people %.0f ms", people, page_milliseconds(circulation))
    certified = took.call { JustSeal::Operations::CertifyCirculation.call(staff(:maren), number: circulation.number) }
    puts format("certified in %.1f s", certified)
  end
end
