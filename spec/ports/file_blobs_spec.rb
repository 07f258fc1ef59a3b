# frozen_string_literal: true

require "tmpdir"

RSpec.describe JustSeal::Ports::FileBlobs do
  around { |example| Dir.mktmpdir { |folder| @folder = folder and example.run } }

  let(:blobs) { described_class.new(@folder) }

  def file = Dir[File.join(@folder, "**", "*")].find { |path| File.file?(path) }

  it "gives back what was put in, by its SHA-256" do
    sha256 = blobs.put("deed")
    expect(sha256).to eq(Digest::SHA256.hexdigest("deed"))
    expect(blobs.get(sha256)).to eq("deed")
  end

  it "keeps the same bytes once, however many put them at once" do
    Array.new(6) { Thread.new { blobs.put("deed" * 10_000) } }.each(&:join)
    expect(Dir[File.join(@folder, "**", "*")].count { |path| File.file?(path) }).to eq(1)
  end

  it "reports damaged bytes and does not serve them" do
    sha256 = blobs.put("deed")
    File.chmod(0o600, file)
    File.binwrite(file, "dead")
    expect { blobs.get(sha256) }.to raise_error(JustSeal::Errors::Damaged, /#{sha256}/)
  end

  it "says what is missing, and takes no path for a digest" do
    expect { blobs.get("0" * 64) }.to raise_error(JustSeal::Errors::Missing)
    ["../../etc/passwd", "", "A" * 64, "#{"0" * 64}\n"].each do |name|
      expect do
        blobs.get(name)
      end.to raise_error(ArgumentError)
    end
  end

  it "says so when there is no room, and leaves nothing behind" do
    allow(File).to receive(:rename).and_raise(Errno::ENOSPC)
    expect { blobs.put("deed") }.to raise_reason(JustSeal::Errors::Unavailable, :disk_full)
    expect(file).to be_nil
  end

  it "leaves nothing behind when a file can't be written to its end" do
    reader, writer = IO.pipe
    child = fork do
      trap("XFSZ", "IGNORE")
      Process.setrlimit(:FSIZE, 10_000)
      blobs.put("deed" * 10_000)
    rescue JustSeal::Errors::Unavailable => e
      writer.write(e.message)
    ensure
      writer.close
      exit!(0)
    end
    writer.close
    Process.wait(child)
    expect(reader.read).to include("disk full")
    expect(file).to be_nil
  end
end
