# frozen_string_literal: true

RSpec.describe "Revising a record" do
  let(:record) { capture }

  def take(name = :maren, number = record.number)
    JustSeal::Operations::TakeForRevision.call(staff(name), number: number)
  end

  def free(name) = JustSeal::Operations::FreeRecord.call(staff(name), number: record.number)

  def bring(name = :maren, bytes: pdf("Revised"), why: "Dues corrected.")
    JustSeal::Operations::BringBack.call(
      staff(name),
      number: record.number,
      bytes: bytes,
      file_name: "revised.pdf",
      why: why
    )
  end

  it "reserves it, and makes a version when it comes back" do
    take
    version = bring
    expect(version).to have_attributes(
      number: 2,
      kind: "revised",
      why: "Dues corrected.",
      created_by: account(:maren).id
    )
    expect(record.refresh).to have_attributes(reserved_by: nil, reserved_at: nil)
    expect(office.blobs.get(version.sha256)).to include("%PDF")
  end

  it "sends the revised version, not the one before" do
    take
    version = bring
    expect(document(ready_draft(record: record)).version_id).to eq(version.id)
  end

  it "tells others who has it, and lets only one of two who take it at once have it" do
    take(:tobias)
    expect { take(:maren) }.to raise_reason(JustSeal::Errors::Conflict, :reserved_by)
    other = capture
    results = %i[maren tobias joss].map do |name|
      Thread.new do
        take(name, other.number)
      rescue StandardError
        $ERROR_INFO
      end
    end.map(&:value)
    expect(results.map(&:class)).to contain_exactly(
      JustSeal::Store::Record,
      JustSeal::Errors::Conflict,
      JustSeal::Errors::Conflict
    )
  end

  it "is freed by whoever has it and by administrators" do
    take(:tobias)
    expect { free(:joss) }.to raise_error(JustSeal::Errors::Forbidden)
    expect(free(:maren).reserved_by).to be_nil
    take(:tobias)
    expect(free(:tobias).reserved_by).to be_nil
  end

  it "keeps no file of somebody who does not have it" do
    expect { bring }.to raise_reason(JustSeal::Errors::Conflict, :not_reserved_for_you)
    take(:tobias)
    expect { bring }.to raise_error(JustSeal::Errors::Conflict)
    expect(record.versions_dataset.count).to eq(1)
  end

  it "refuses what is no PDF, what has no reason, and what has not changed" do
    take
    expect do
      bring(bytes: "no", why: " ")
    end.to raise_error(JustSeal::Errors::Invalid) { |e| expect(e.problems.keys).to eq(%w[file why]) }
    expect do
      bring(bytes: office.blobs.get(record.versions.first.sha256))
    end.to raise_reason(JustSeal::Errors::Invalid, :same_bytes)
    expect(record.refresh.reserved_by).to eq(account(:maren).id)
  end

  it "does not touch what is out or sealed" do
    out = document(sent_docket).record
    expect { take(:maren, out.number) }.to raise_reason(JustSeal::Errors::Conflict, :revision_of_docket)
    sealed = document(shared_docket).record
    expect { take(:maren, sealed.number) }.to raise_reason(JustSeal::Errors::Conflict, :revision_of_docket)
  end

  it "is for administrators and senders" do
    %i[edda rosalind].each { |name| expect { take(name) }.to raise_error(JustSeal::Errors::Forbidden) }
  end

  describe "with a word processor's file" do
    it "makes a PDF of it first, and then two versions" do
      take
      expect(bring(bytes: docx("Dues: 18,900"), why: "Dues corrected.")).to be_nil
      expect(record.coming_back.state).to eq("waiting")
      expect { bring(bytes: docx("again")) }.to raise_reason(JustSeal::Errors::Conflict, :still_looked_at)
      work_jobs
      expect(
        record.versions_dataset.order(:number).select_map(
          %i[
            number
            kind
            media
          ]
        )
      ).to eq(
        [
          [1, "captured", "pdf"],
          [2, "revised", "docx"],
          [3, "converted", "pdf"]
        ]
      )
      expect(record.refresh).to have_attributes(reserved_by: nil, coming_back: nil)
    end

    it "keeps the reservation when it can't be taken, and says why" do
      take
      whole = docx("Revised text " * 40)
      bring(bytes: flipped(whole, whole.index("word/document.xml") + 60))
      work_jobs
      expect(record.refresh.reserved_by).to eq(account(:maren).id)
      expect(record.coming_back).to have_attributes(state: "unfit", problem: "package_damaged")
      JustSeal::Operations::LeaveOut.call(staff(:maren), intake_id: record.coming_back.intake_id)
      expect(bring(bytes: pdf("Better")).number).to eq(2)
    end

    it "offers to flatten a PDF with a script, and makes versions of both" do
      take
      bring(bytes: pdf("Dues: 18,900") { |doc| doc.catalog[:OpenAction] = { S: :JavaScript, JS: "x" } })
      work_jobs
      file = record.coming_back
      expect(file).to have_attributes(state: "unfit", problem: "active_content")
      JustSeal::Operations::LookAgain.call(staff(:maren), intake_id: file.intake_id, file_id: file.id, flatten: true)
      work_jobs
      expect(record.versions_dataset.order(:number).select_map(:kind)).to eq(%w[captured revised flattened])
      expect(record.refresh.reserved_by).to be_nil
    end

    it "makes no version of a record that was freed meanwhile" do
      take(:tobias)
      bring(:tobias, bytes: docx("late"))
      free(:maren)
      work_jobs
      expect(record.versions_dataset.count).to eq(1)
    end
  end
end
