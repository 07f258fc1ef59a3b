# frozen_string_literal: true

require "tmpdir"

RSpec.describe JustSeal::Ports::Program do
  # What has ended and waits to be fetched runs no more.
  def running?(pid)
    !File.read("/proc/#{pid}/stat").include?(") Z")
  rescue SystemCallError
    false
  end

  it "gives a program its folder as home, and one core" do
    Dir.mktmpdir do |folder|
      ended = described_class.run("sh", "-c", "echo $HOME $OMP_THREAD_LIMIT > said", folder: folder, seconds: 10)
      expect([ended, File.read("#{folder}/said")]).to eq([true, "#{folder} 1\n"])
    end
  end

  it "stops one that takes too long, with all that it began" do
    Dir.mktmpdir do |folder|
      command = ["sh", "-c", "sleep 60 & echo $! > began; wait"]
      expect { described_class.run(*command, folder: folder, seconds: 3) }
        .to raise_reason(JustSeal::Errors::Unavailable, :program_too_slow)
      began = File.read("#{folder}/began").to_i
      50.times { running?(began) ? sleep(0.1) : break }
      expect(running?(began)).to be(false)
    end
  end
end
