# frozen_string_literal: true

require "fileutils"
require "mail"
require_relative "../../support/mailboxes"

RSpec.describe JustSeal::Operations::ReadWayIn do
  include Mailboxes

  before { open_office }

  after do
    JustSeal::Store::WayIn.live.update(ended_at: Time.now)
    close_office
  end

  def way(kind: "folder", name: "Scans #{SecureRandom.hex(3)}", **more)
    said = { "kind" => kind, "name" => name, "place" => name, "pattern" => "{{vessel}} - {{title}}" }
    JustSeal::Operations::KeepWayIn.call(
      staff(:maren),
      given: said.merge(more.transform_keys(&:to_s)),
      record_class: JustSeal::Store::RecordClass.first(code: "MB"),
      case_file: JustSeal::Store::CaseFile.first(code: "BL-1")
    )
  end

  def folder(way) = File.join(office.settings.ways_in, way.place).tap { |path| FileUtils.mkdir_p(path) }

  # A file that has lain there for a while.
  def drop(way, name, bytes)
    path = File.join(folder(way), name)
    File.binwrite(path, bytes)
    File.utime(Time.now - 60, Time.now - 60, path)
  end

  def read(way)
    described_class.call(way.id)
    work_jobs
    way.refresh
  end

  def arrivals(way) = JustSeal::Store::Arrival.where(way_in_id: way.id).order(:id).all

  def records(way)
    JustSeal::Queries::WaysIn.records(arrivals(way)).values.map do |number|
      JustSeal::Store::Record.first(number: number)
    end
  end

  it "makes a record of a file, with values out of its name and of what lies beside it, and tells by which way" do
    made = way(values: { "yearly_dues" => "5" })
    drop(made, "MV Knot - Licence of the year.pdf", pdf)
    drop(made, "MV Knot - Licence of the year.json", JSON.generate("yearly_dues" => "12.50"))
    read(made)
    record = records(made).first
    expect(record).to have_attributes(title: "Licence of the year", docket_state: nil)
    expect(record.particulars.to_h).to include("vessel" => "MV Knot", "yearly_dues" => "12.5")
    entry = entries_of(record.number).first
    expect(entry["actor"]).to include("name" => "Maren Test", "program" => made.name)
    expect(JustSeal::Words.why(record.versions.first.why)).to include(made.name)
    expect(Dir.glob(File.join(folder(made), "taken", "*", "*")).size).to eq(2)
    expect(Dir.children(folder(made))).to eq(["taken"])
  end

  it "takes a file once, also by two at once, and where it is put there again" do
    made = way
    bytes = pdf
    drop(made, "MV Knot - Once.pdf", bytes)
    Array.new(3) { Thread.new { described_class.call(made.id) } }.each(&:join)
    work_jobs
    drop(made, "MV Knot - Once.pdf", bytes)
    read(made)
    expect([arrivals(made).size, records(made).size]).to eq([1, 1])
  end

  it "leaves alone what is still being written, and what is no file" do
    made = way
    File.binwrite(File.join(folder(made), "MV Late - Growing.pdf"), "%PDF-")
    File.symlink("/etc/passwd", File.join(folder(made), "MV Link - Passwd.pdf"))
    read(made)
    expect(arrivals(made)).to be_empty
  end

  it "leaves what lacks a value to a person, with what is known, and tells them once" do
    made = way
    drop(made, "unnamed.pdf", pdf)
    2.times { read(made) }
    arrival = arrivals(made).first
    expect([arrival.intake.ended_at, records(made)]).to eq([nil, []])
    mails = mails_to("maren@ravensholm.example").select { |mail| mail.subject.include?(made.name) }
    expect(mails.size).to eq(1)
    expect(mails.first.text_part.decoded).to include("/records/capture/#{arrival.intake_id}")
  end

  it "puts away what is no document, and says why" do
    made = way
    drop(made, "MV Knot - Program.pdf", "MZ\x90\x00".b * 50)
    drop(made, "MV Knot - Values.pdf", pdf)
    drop(made, "MV Knot - Values.json", "{ not json")
    read(made)
    expect(arrivals(made).map(&:problem)).to all(be_a(String))
    expect(Dir.glob(File.join(folder(made), "refused", "*", "*")).size).to eq(3)
    expect(mails_to("maren@ravensholm.example").first.subject).to include(made.name)
  end

  it "says that a folder is not there, and never leaves the one that holds them" do
    made = way
    read(made)
    expect(JustSeal::Words.kept(made.problem)).to include(made.place)
    expect { way(place: "../elsewhere") }.to raise_error(JustSeal::Errors::Invalid) do |error|
      expect(error.problems).to have_key("place")
    end
  end

  it "takes what mails of known senders bring, with values of the subject or beside, and of nobody else" do
    in_mailbox do
      made = way(
        kind: "mailbox",
        place: mailbox_address,
        senders: "scanner@ravensholm.example"
      )
      arrives("1.a.x", mail("scanner@ravensholm.example", "MV Tern - By mail", "scan.pdf" => pdf))
      csv = "vessel,title\nMV Ruff,By CSV\n"
      arrives("2.b.x", mail("scanner@ravensholm.example", "Scan", "two.pdf" => other, "two.csv" => csv))
      arrives("3.c.x", mail("stranger@elsewhere.example", "MV Bad - Not wanted", "three.pdf" => pdf))
      2.times { read(made) }
      expect(made.problem).to be_nil
      expect(records(made).map { |row| [row.particulars["vessel"], row.title] })
        .to contain_exactly(["MV Tern", "By mail"], ["MV Ruff", "By CSV"])
      expect(arrivals(made).map(&:sender).uniq.size).to eq(2)
      expect(arrivals(made).size).to eq(3)
      expect(made.place).not_to include("records")
    end
  end

  def other = pdf { |doc| doc.pages[0].canvas(type: :overlay).font("Helvetica", size: 9).text("Other", at: [90, 90]) }

  def mail(from, subject, files)
    Mail.new(from: from, to: "in@ravensholm.example", subject: subject, body: "See the file.").tap do |message|
      message.message_id = "<#{SecureRandom.hex(6)}@x.example>"
      files.each { |name, bytes| message.add_file(filename: name, content: bytes) }
    end.to_s
  end
end
