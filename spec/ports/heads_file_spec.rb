# frozen_string_literal: true

require "tmpdir"

RSpec.describe JustSeal::Ports::HeadsFile do
  around { |example| Dir.mktmpdir { |folder| (@folder = folder) && example.run } }

  let(:file) { described_class.new(File.join(@folder, "deep", "heads")) }

  def add(number)
    file.append({ "RH-#{number}" => [number, "a" * 64] }, upto: number, at: "2026-11-27T10:00:00.000000Z")
  end

  it "keeps lines that hold on to one another, and finds one that was changed, taken out or put in" do
    3.times { |number| add(number + 1) }
    expect(
      [
        file.whole?,
        file.upto,
        file.all.map do |line|
          line["heads"].keys.first
        end
      ]
    ).to eq([true, 3, %w[RH-1 RH-2 RH-3]])
    lines = File.readlines(file.path)
    {
      "changed" => [lines[0].sub("RH-1", "RH-9"), *lines[1..]],
      "taken out" => lines.values_at(0, 2),
      "put in" => [lines[0], lines[0], *lines[1..]]
    }.each do |deed, forged|
      File.write(file.path, forged.join)
      expect([deed, file.whole?]).to eq([deed, false])
    end
  end

  it "goes on after a line that a crash cut off" do
    add(1)
    File.open(file.path, "a") { |one| one.write('{"heads":{"RH-2"') }
    add(3)
    expect([file.whole?, file.all.map { |line| line["upto"] }]).to eq([true, [1, 3]])
  end

  it "takes nothing for a line that is none" do
    add(1)
    File.open(file.path, "a") do |one|
      one.puts("1", "[]", "null", '{"heads":1,"upto":2}', '{"heads":{"RH-1":3},"upto":2}', "\xFF")
    end
    expect(file.all.size).to eq(1)
  end

  it "lets go of what a checkpoint covers, and of nothing else" do
    4.times { |number| add(number + 1) }
    file.shorten(0)
    expect(file.all.size).to eq(4)
    file.shorten(2)
    expect([file.whole?, file.all.map { |line| line["upto"] }]).to eq([true, [3, 4]])
    add(5)
    expect([file.whole?, file.upto]).to eq([true, 5])
    file.shorten(9)
    expect([file.whole?, file.all, file.upto]).to eq([true, [], 0])
  end

  it "is written by several processes at once" do
    pids = Array.new(4) { |number| fork { 10.times { |turn| add((number * 100) + turn) } && exit!(0) } }
    pids.each { |pid| Process.wait(pid) }
    expect([file.whole?, file.all.size]).to eq([true, 40])
  end
end
