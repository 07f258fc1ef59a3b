# frozen_string_literal: true

require "rack/test"

# Files that were made to stop whoever reads them: each is answered in a sentence, within ten seconds of work and
# 300 MB, and this process is none the worse.
RSpec.describe "Strangers' bytes" do
  include Pages

  # What does not end is ended earlier here than it would be in an office.
  before { stub_const("JustSeal::Ports::Confined::SECONDS", 2) }

  # Seconds, on a machine where much else is done: what has no end is found by it.
  longest = 60

  # Megabytes that this process holds, and seconds that the block took.
  def cost
    held = -> { File.read("/proc/self/status")[/VmRSS:\s+(\d+)/, 1].to_i / 1024 }
    before = held.call
    began = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    yield
    [held.call - before, Process.clock_gettime(Process::CLOCK_MONOTONIC) - began]
  end

  def check_page(bytes)
    open_page("/check")
    token = page.at("form[action='/check'] input[name=_csrf]")["value"]
    file = Rack::Test::UploadedFile.new(StringIO.new(bytes), "application/pdf", true, original_filename: "a.pdf")
    post("/check", { "_csrf" => token, "file" => file }, header_host)
    last_response.status
  end

  pdfs = %i[
    nested_filters
    nested_references
    end_marks
    nested_arrays
    kids_of_itself
    pages_of_themselves
    no_signer
  ]

  pdfs.each do |name|
    it "answers #{name} on the check page" do
      bytes = HostileFiles.public_send(name)
      check_page("%PDF-1.7 nothing")
      megabytes, seconds = cost { expect(check_page(bytes)).to eq(200).or eq(422) }
      expect(text).not_to be_empty
      expect([megabytes, seconds]).to match([be < 100, be < longest])
    end

    it "captures no #{name}, or what it can be read as, within the limits" do
      bytes = HostileFiles.public_send(name)
      megabytes, seconds = cost do
        capture(bytes: bytes)
      rescue JustSeal::Errors::Invalid => e
        expect(JustSeal::Words.problems(e.problems).values).to all(be_a(String))
      end
      expect([megabytes, seconds]).to match([be < 100, be < longest])
    end

    it "answers #{name} on the command line" do
      path = File.join(office.settings.var, "hostile.pdf")
      File.binwrite(path, HostileFiles.public_send(name))
      codes = nil
      megabytes, seconds = cost do
        expect { codes = JustSeal::Cli.run(["verify", path]) }.to output.to_stderr.or output.to_stdout
      end
      expect(codes).to be_between(1, 2)
      expect([megabytes, seconds]).to match([be < 100, be < longest])
    end
  end

  it "looks at a picture no further than its header says" do
    mark = { "picture" => [HostileFiles.long_png(280)].pack("m0") }
    megabytes, seconds = cost { expect(JustSeal::Core::Fields::Mark.valid?(mark)).to be(false) }
    expect([megabytes, seconds]).to match([be < 60, be < longest])
  end

  { long_docx: 600, deep_docx: 50_000 }.each do |name, size|
    it "looks at templates within the limits: #{name}" do
      bytes = HostileFiles.public_send(name, size)
      megabytes, seconds = cost do
        JustSeal::Operations::SaveTemplate.call(
          staff(:maren),
          record_class: JustSeal::Store::RecordClass.first(code: "MB"),
          title: "A template",
          bytes: bytes,
          file_name: "a.docx"
        )
      rescue JustSeal::Errors::Invalid => e
        expect(JustSeal::Words.problems(e.problems)["file"]).to be_a(String)
      end
      expect([megabytes, seconds]).to match([be < 100, be < longest])
    end
  end

  describe JustSeal::Ports::Confined do
    it "gives back what was found, and errors of ours as they are" do
      expect(described_class.call { { "a" => [1, :b] } }).to eq("a" => [1, :b])
      expect { described_class.call { raise JustSeal::Errors::Invalid, { "file" => :empty } } }
        .to raise_error(JustSeal::Errors::Invalid) { |e| expect(e.problems).to eq("file" => :empty) }
      expect do
        described_class.call do
          raise KeyError, "a fault of ours"
        end
      end.to raise_error(RuntimeError, /a fault of ours/)
    end

    {
      "takes too long" => -> { sleep 60 },
      "computes too long" => -> { loop { nil } },
      "takes too much memory" => -> { "x" * 800_000_000 },
      "goes too deep" => -> { (deep = ->(n) { deep.call(n + 1) + 1 }).call(0) },
      "dies" => -> { Process.kill(:KILL, Process.pid) }
    }.each do |what, work|
      it "ends what #{what}" do
        expect { described_class.call(seconds: 1, &work) }
          .to raise_error(JustSeal::Errors::Invalid) { |e| expect(e.problems).to eq("file" => :too_deep) }
      end
    end

    # A thread may end meanwhile.
    def children_in(path)
      File.read(path).split
    rescue Errno::ENOENT, Errno::ESRCH
      []
    end

    it "holds no pipe open that another thread gave to a program" do
      children = -> { Dir["/proc/self/task/*/children"].flat_map { |path| children_in(path) } }
      IO.popen("cat", "r+") do |program|
        known = children.call
        waiting = Thread.new { described_class.call { sleep 20 } }
        sleep 0.01 while (children.call - known).empty?
        program.write("to the end")
        program.close_write
        expect([program.read, waiting]).to match(["to the end", be_alive])
        waiting.kill.join
      end
    end

    it "keeps what it opens itself, though those pipes are collected as garbage" do
      pipes = Array.new(40) { IO.pipe }
      back = described_class.call(seconds: 60) do
        opened = Array.new(20) { File.open(__FILE__) }
        pipes.clear
        GC.start
        opened.map(&:readline).uniq
      end
      expect(back).to eq([File.open(__FILE__, &:readline)])
      expect(pipes.flatten).to all(have_attributes(closed?: false))
    end

    it "leaves no process and no file behind, however many ask at once" do
      files = -> { Dir["/proc/self/fd/*"].size }
      children = -> { Dir["/proc/self/task/*/children"].flat_map { |path| File.read(path).split } }
      known = children.call
      before = files.call
      results = Array.new(8) { |n| Thread.new { Array.new(10) { described_class.call { n } } } }.flat_map(&:value)
      expect(results.tally.values).to eq([10] * 8)
      expect(files.call).to be <= before + 2
      expect(children.call - known).to eq([])
    end
  end
end
