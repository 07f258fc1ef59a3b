# frozen_string_literal: true

require_relative "../spec/spec_helper"

# Notes how many seconds +part+ of the office takes to answer.
class TimedPart
  attr_reader :seconds, :calls

  def initialize(real)
    @real = real
    @seconds = 0
    @calls = 0
  end

  def imprint = @real.imprint
  def call(...) = noted { @real.call(...) }
  def material(...) = noted { @real.material(...) }

  private

  def noted
    began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    yield
  ensure
    @calls += 1
    @seconds += Process.clock_gettime(Process::CLOCK_MONOTONIC) - began
  end
end

# Prints what it measures, and fails only where what is measured is not done.
RSpec.describe "Renewing, measured", :database do
  wanted = Integer(ENV.fetch("DOCKETS", 40))

  def clock_now = Process.clock_gettime(Process::CLOCK_MONOTONIC)

  # All newest states, in a batch that is due.
  def batch
    JustSeal::Store::SealHealth.newest.update(due_at: office.now - 60)
    JustSeal::Operations::BeginRenewal.call(JustSeal::Core::Actor::SYSTEM, by: office.now)
  end

  # Files an hour: each process does the lanes that are its own.
  def rate(processes)
    one = batch
    began = clock_now
    pids = Array.new(processes) do |number|
      JustSeal::Store.db.disconnect
      fork do
        work_lanes(number, processes)
        exit!(true)
      end
    end
    pids.each { |pid| Process.wait(pid) }
    JustSeal::Store.db[:que_jobs].where(job_class: "JustSeal::Jobs::RenewSeals").delete
    expect([one.done, one.problems]).to eq([one.size, []])
    [one.size, one.size / (clock_now - began) * 3600]
  end

  def work_lanes(number, processes)
    jobs = JustSeal::Store.db[:que_jobs].where(job_class: "JustSeal::Jobs::RenewSeals")
    while (job = jobs.order(:id).all.find { |row| row[:args][1] % processes == number })
      JustSeal::Jobs::RenewSeals.run(*job[:args])
      jobs.where(id: job[:id]).delete
    end
  end

  it "renews" do
    wanted.times { signed_docket }
    work_jobs
    [1, 2].each { |count| puts format("%d files in %d processes: %.0f an hour", *rate(count).insert(1, count)) }
  end

  it "says what bounds it" do
    signed_docket
    stamps = office.time_stamps = TimedPart.new(office.time_stamps)
    status = office.status = TimedPart.new(office.status)
    one = batch
    began = clock_now
    work_jobs
    whole = clock_now - began
    puts format("stamps %.0f %% of the time, %.2f a file", stamps.seconds / whole * 100, stamps.calls / one.size.to_f)
    puts format("status %.0f %% of the time, %.2f a file", status.seconds / whole * 100, status.calls / one.size.to_f)
    puts format("the rest is PDF and checks: %.0f ms a file", (whole - stamps.seconds) / one.size * 1000)
  end
end
