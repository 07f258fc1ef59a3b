# frozen_string_literal: true

RSpec.describe JustSeal::Operations::CorrectRecord do
  let(:record) { capture }
  let(:place) { JustSeal::Store::CaseFile.first(code: "BL-1") }

  def correct(
    who = :maren, edits: 0, title: "Berth licence, corrected", particulars: { "vessel" => "MV Knot" },
    case_file: place, reason: ""
  )
    described_class.call(
      staff(who),
      number: record.number,
      edits: edits,
      title: title,
      particulars: particulars,
      case_file: case_file,
      reason: reason
    )
  end

  def facts = entries_of(record.number).map { |entry| entry.values_at("kind", "facts") }

  it "changes title and particulars, and enters which of them" do
    expect(correct).to have_attributes(
      title: "Berth licence, corrected",
      particulars: { "vessel" => "MV Knot" },
      edits: 1
    )
    expect(facts.last).to eq(["record.corrected", { "changed" => %w[title vessel] }])
    expect(facts.to_s).not_to include("Knot")
  end

  it "wants a reason once others rely on it, and keeps it" do
    sent = signed_docket.documents.first.record
    again = lambda do |edits:, **given|
      described_class.call(
        staff(:maren),
        number: sent.number,
        edits: edits,
        title: "#{sent.title}, corrected",
        particulars: sent.particulars.to_h,
        case_file: place,
        **given
      )
    end
    expect { again.call(edits: sent.edits) }.to raise_reason(JustSeal::Errors::Invalid, :say_why_corrected)
    expect { again.call(edits: sent.edits, reason: "x" * 501) }
      .to raise_reason(JustSeal::Errors::Invalid, :reason_too_long)
    again.call(edits: sent.edits, reason: "The vessel bears another name.")
    entry = entries_of(sent.number).last
    expect(entry["facts"]).to eq("changed" => ["title"], "reason" => "The vessel bears another name.")
    stated = entry["rows"].find { |row| row["table"] == "records" }["set"]
    expect(stated["title"]).to match([/\Asalted:\h{64}\z/] * 2)
    expect(stated["title"].uniq.size).to eq(2)
  end

  it "moves a record, but not into a closed case file" do
    other = JustSeal::Operations::SaveCaseFile.call(staff(:maren), given: { "title" => "Elsewhere #{rand}" })
    correct(case_file: other, title: record.title, particulars: record.particulars.to_h)
    expect(record.refresh.case_file_id).to eq(other.id)
    expect(facts.last).to eq(["record.moved", { "from" => "BL-1", "to" => other.code }])
    expect do
      correct(
        edits: 1,
        case_file: JustSeal::Store::CaseFile.first(code: "BL-0")
      )
    end.to raise_reason(JustSeal::Errors::Invalid, :case_file_closed)
  end

  it "tells the second of two, and lets only one of two at once through" do
    results = Array.new(2) do |index|
      Thread.new do
        correct(title: "Title #{index}")
      rescue StandardError
        $ERROR_INFO
      end
    end.map(&:value)
    expect(results.map(&:class)).to contain_exactly(JustSeal::Store::Record, JustSeal::Errors::Conflict)
  end

  it "keeps what the system put there, and enters nothing when nothing changes" do
    record.update(particulars: Sequel.pg_jsonb("vessel" => "MV Knot", "docket_number" => "RH-1"))
    expect(correct(title: record.title).particulars.to_h).to eq("vessel" => "MV Knot", "docket_number" => "RH-1")
    expect(facts.size).to eq(1)
  end

  it "collects what is wrong, and is for administrators and senders" do
    expect { correct(title: "", particulars: { "yearly_dues" => "x" }) }.to raise_error(JustSeal::Errors::Invalid) { |e|
      expect(e.problems.keys).to contain_exactly("title", "particulars.vessel", "particulars.yearly_dues")
    }
    %i[edda rosalind].each { |name| expect { correct(name) }.to raise_error(JustSeal::Errors::Forbidden) }
  end
end
