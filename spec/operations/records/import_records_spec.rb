# frozen_string_literal: true

require "tmpdir"

RSpec.describe JustSeal::Operations::ImportRecords do
  around { |example| Dir.mktmpdir { |folder| (@folder = folder) && example.run } }

  let(:head) { "file,title,class,case_file,vessel,yearly_dues\n" }
  let(:usual) do
    {
      record_class: JustSeal::Store::RecordClass.first(code: "MB"),
      case_file: JustSeal::Store::CaseFile.first(code: "BL-1")
    }
  end

  # PDFs differ, as files of a folder do.
  def put(name, text = name)
    path = File.join(@folder, name)
    FileUtils.mkdir_p(File.dirname(path))
    File.binwrite(path, pdf("#{text} #{SecureRandom.hex(4)}"))
  end

  def work(actor = staff(:maren)) = described_class.new(actor, folder: @folder, **usual)
  def states(answers) = answers.to_h { |answer| [answer.file, answer.state] }
  def numbers(answers) = answers.map(&:record)

  it "says of each line what would become of it, all that is wrong at once, and keeps nothing" do
    %w[one.pdf two.pdf below/three.pdf].each { |name| put(name) }
    File.write(File.join(@folder, "note.txt"), "no PDF")
    table = head + <<~CSV
      one.pdf,Berth 1,,,MV Sanderling,"18,400.00"
      below/three.pdf,,MB,BL-1,MV Knot,
      two.pdf,Berth 2,,,,much
      note.txt,Note,,,MV Knot,
      gone.pdf,Gone,,,MV Knot,
      ../../../etc/passwd,Secret,,,MV Knot,
      one.pdf,Again,,,MV Knot,
      two2.pdf,Two,ZZ,BL-0,MV Knot,
    CSV
    before = JustSeal::Store::Record.count
    answers = work.plan(table)
    expect(answers.map(&:state)).to eq(%i[wrong fits wrong wrong wrong wrong wrong wrong])
    expect(answers.map { |one| one.problems.keys }).to eq(
      [["file"], [], %w[particulars.vessel particulars.yearly_dues], ["file"], ["file"], ["file"], ["file"], ["file"]]
    )
    expect(answers[5].problems["file"]).to eq(:file_of_table_missing)
    expect(JustSeal::Store::Record.count).to eq(before)
  end

  it "captures them, goes on where it was stopped, and keeps no file twice" do
    %w[a.pdf b.pdf c.pdf].each { |name| put(name) }
    table = "file,vessel\na.pdf,MV A\nb.pdf,MV B\nc.pdf,MV C\n"
    told = []
    stop = ->(answer) { (told << answer.file).size == 2 && raise(Interrupt) }
    expect { work.call(table, &stop) }.to raise_error(Interrupt)
    again = work.call(table)
    expect(states(again).values).to all(eq(:kept))
    records = JustSeal::Store::Record.where(number: numbers(again)).all
    expect(records.map { |record| record.particulars["vessel"] }).to contain_exactly("MV A", "MV B", "MV C")
    expect(numbers(work.call("file,vessel\nb.pdf,MV Other\n"))).to eq([again[1].record])
    expect(entries_of(again.last.record).map { |entry| entry["kind"] }).to include("record.captured")
  end

  it "keeps each once where two run at the same time" do
    names = Array.new(6) { |index| "f#{index}.pdf".tap { |name| put(name) } }
    table = "file,vessel\n#{names.map { |name| "#{name},MV Knot\n" }.join}"
    answers = Array.new(2) { Thread.new { work.call(table) } }.map(&:value)
    expect(answers.map { |one| numbers(one) }.uniq.size).to eq(1)
    expect(numbers(answers.first).uniq.size).to eq(6)
  end

  it "takes no table that it can't read, and nothing of whoever may not capture" do
    expect { work.plan("name\nx\n") }.to raise_error(JustSeal::Errors::Invalid) { |e|
      expect(e.problems["table"].reason).to eq(:columns_missing)
    }
    expect { work.plan("file,tonnage\nx,1\n") }.to raise_error(JustSeal::Errors::Invalid) { |e|
      expect(e.problems["table"].facts[:columns]).to eq(["tonnage"])
    }
    expect { work.plan("file\n\"open") }.to raise_error(JustSeal::Errors::Invalid)
    expect { work(staff(:rosalind)).plan("file\n") }.to raise_error(JustSeal::Errors::Forbidden)
  end
end
