# frozen_string_literal: true

RSpec.describe JustSeal::Operations::DefineClass do
  vessel = { "name" => "vessel", "label" => "Vessel", "type" => "text", "required" => true }.freeze

  def define(code = unused_code, actor: staff(:maren), version: 0, parent: nil, **changes)
    plain = {
      "code" => code,
      "title" => "Tow permits",
      "scope_note" => "",
      "needs_signature" => true,
      "particulars" => [{ "name" => "vessel", "label" => "Vessel", "type" => "text", "required" => true }],
      "checks" => [],
      "naming_rule" => "",
      "filing_rule" => ""
    }
    described_class.call(
      actor,
      definition: plain.merge(changes.transform_keys(&:to_s)),
      version: version,
      parent: parent
    )
  end

  it "makes version 1, and each change makes the next" do
    row = define
    changed = define(row.code, version: 1, title: "Tow permits, all")
    expect([row.version, changed.version, changed.title]).to eq([1, 2, "Tow permits, all"])
    expect(changed.definition(1)["title"]).to eq("Tow permits")
  end

  it "never spoils records that were made under an earlier version" do
    row = define
    record = capture(record_class: row, particulars: { "vessel" => "MV Knot" })
    define(row.code, version: 1, particulars: [{ "name" => "boat", "label" => "Boat", "type" => "text" }])
    old = record.refresh.record_class.definition(record.class_version)
    expect(old["particulars"]).to eq([vessel])
    expect(record.particulars["vessel"]).to eq("MV Knot")
  end

  it "tells the second of two who change it" do
    row = define
    define(row.code, version: 1, title: "First")
    expect { define(row.code, version: 1, title: "Second") }.to raise_reason(JustSeal::Errors::Conflict, :class_changed)
    expect(row.refresh.title).to eq("First")
  end

  it "lets only one of two changes at once through, and only one of two new classes with one code" do
    row = define
    results = Array.new(2) do |index|
      Thread.new do
        define(row.code, version: 1, title: "Title #{index}")
      rescue StandardError
        $ERROR_INFO
      end
    end.map(&:value)
    expect(results.map(&:class)).to contain_exactly(JustSeal::Store::RecordClass, JustSeal::Errors::Conflict)
    code = unused_code
    results = Array.new(2) do
      Thread.new do
        define(code)
      rescue StandardError
        $ERROR_INFO
      end
    end.map(&:value)
    expect(results.map(&:class)).to contain_exactly(JustSeal::Store::RecordClass, JustSeal::Errors::Invalid)
  end

  it "does not let a class lie beneath itself, at any depth" do
    top = define
    below = define(parent: top)
    expect do
      define(top.code, version: 1, parent: below)
    end.to raise_reason(JustSeal::Errors::Invalid, :class_beneath_itself)
    expect(
      JustSeal::Queries::FilePlan.tree(sight).map do |line|
        [line.row.code, line.depth]
      end
    ).to include([top.code, 0], [below.code, 1])
  end

  it "is for administrators" do
    %i[edda tobias rosalind].each do |name|
      expect { define(actor: staff(name)) }.to raise_error(JustSeal::Errors::Forbidden)
    end
  end

  it "keeps versions from being changed" do
    row = define
    versions = JustSeal::Store.db[:record_class_versions].where(record_class_id: row.id)
    expect { versions.update(version: 9) }.to raise_error(Sequel::DatabaseError, /permission denied/)
    expect { versions.delete }.to raise_error(Sequel::DatabaseError, /permission denied/)
  end

  describe "and filing by its rules" do
    it "puts a sealed record where the filing rule says, made where missing, under the name that the naming rule " \
       "yields" do
      row = define(naming_rule: "{{vessel}} {{docket_number}}", filing_rule: "Tows #{unused_code}/{{vessel|first}}")
      record = capture(record_class: row, particulars: { "vessel" => "MV Knot: a/b" })
      docket = signed_docket(record: record)
      expect(record.refresh.case_file.title).to eq("M")
      expect(record.case_file.parent.title).to start_with("Tows ")
      expect(record.versions.map(&:file_name)).to include(
        "MV Knot- a-b #{docket.number} sealed.pdf",
        "MV Knot- a-b #{docket.number} seal certificate.pdf"
      )
    end

    it "leaves a record where it is when the place is closed, and says so" do
      row = define(filing_rule: (title = "Closed #{unused_code}"))
      JustSeal::Store::CaseFile.create(code: unused_code, title: title, opened_at: office.now, closed_at: office.now)
      record = capture(record_class: row, particulars: { "vessel" => "MV Knot" })
      docket = signed_docket(record: record)
      expect(record.refresh.case_file.code).to eq("BL-1")
      expect(
        JustSeal::Store::Ledger.rows(docket.number).map(&:first).find do |text|
          text.include?("docket.filed")
        end
      ).to include('"closed_place"')
    end

    it "gives clashing names a counter, in one and the same place" do
      row = define(naming_rule: "{{vessel}}", filing_rule: "Clash #{unused_code}")
      names = Array.new(2) do
        record = capture(record_class: row, particulars: { "vessel" => "Twin" })
        signed_docket(record: record)
        record.versions_dataset.first(kind: "sealed").file_name
      end
      expect(names).to eq(["Twin sealed.pdf", "Twin (2) sealed.pdf"])
    end
  end
end
