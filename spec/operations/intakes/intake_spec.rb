# frozen_string_literal: true

RSpec.describe "An intake" do
  ops = JustSeal::Operations
  let(:case_file) { JustSeal::Store::CaseFile.first(code: "BL-1") }
  let(:intake) do
    ops::OpenIntake.call(
      staff(:maren),
      record_class: JustSeal::Store::RecordClass.first(code: "MB"),
      case_file: case_file
    )
  end

  define_method(:add) do |bytes, name = "licence.pdf", who: :maren|
    ops::AddToIntake.call(staff(who), intake_id: intake.id, bytes: bytes, file_name: name)
  end
  define_method(:save) do |
    typed,
    who: :maren,
    record_class: JustSeal::Store::RecordClass.first(code: "MB"),
    place: case_file
  |
    ops::SaveIntake.call(staff(who), intake_id: intake.id, typed: typed, record_class: record_class, case_file: place)
  end
  define_method(:keep) { ops::KeepIntake.call(staff(:maren), intake_id: intake.id) }
  def looked_at(file) = work_jobs.then { file.refresh }
  def scripted = pdf { |doc| doc.catalog[:OpenAction] = { S: :JavaScript, JS: "x" } }

  it "keeps every note of what was refused at the door, as its reason, whoever else notes something" do
    problem = JustSeal::Errors::Invalid.new({ "file" => :some_program })
    names = %w[one.exe two.exe three.exe]
    names.map do |name|
      Thread.new do
        ops::NoteRefused.call(staff(:maren), intake_id: intake.id, file_name: name, problem: problem)
      end
    end.each(&:join)
    notes = intake.refresh.typed["refused"]
    expect(notes.map(&:first)).to match_array(names)
    expect(notes.map { |_, why| JustSeal::Words.kept(why) }.uniq).to eq([I18n.t("errors.some_program")])
    expect do
      ops::NoteRefused.call(staff(:joss), intake_id: intake.id, file_name: "x", problem: problem)
    end.to raise_error(JustSeal::Errors::Missing)
    intake.update(ended_at: office.now)
    ops::NoteRefused.call(staff(:maren), intake_id: intake.id, file_name: "late.exe", problem: problem)
    expect(intake.refresh.typed["refused"].size).to eq(3)
  end

  it "makes a record of each file, with what all have in common and what one says differently" do
    files = [add(pdf("Vessel: MV Knot")), add(pdf("Nothing to read"), "dunlin licence.pdf")]
    work_jobs
    save(
      {
        "particulars" => { "vessel" => "MV Dunlin", "yearly_dues" => "900" },
        "titles" => { files[0].id.to_s => "Licence, Knot" }
      }
    )
    records = keep
    expect(
      records.map do |record|
        [record.title, record.particulars.to_h]
      end
    ).to eq(
      [
        ["Licence, Knot", { "vessel" => "MV Knot", "yearly_dues" => "900" }],
        [
          "dunlin licence",
          { "vessel" => "MV Dunlin", "yearly_dues" => "900" }
        ]
      ]
    )
    expect(intake.refresh.ended_at).not_to be_nil
    expect(files.map { |file| file.refresh.record_id }).to eq(records.map(&:id))
    expect(JustSeal::Store::Ledger.head(records.first.number).first).to eq(1)
  end

  it "makes a PDF of a DOCX and keeps both, the original as a version of its own" do
    file = looked_at(add(docx("Vessel:  MV Stint"), "stint.docx"))
    expect(file).to have_attributes(state: "ready", page_count: 1)
    save({})
    versions = keep.first.versions_dataset.order(:number).all
    expect(versions.map { |version| version.to_hash.slice(:number, :kind, :media, :page_count, :file_name) })
      .to eq(
        [
          { number: 1, kind: "captured", media: "docx", page_count: 0, file_name: "stint.docx" },
          { number: 2, kind: "converted", media: "pdf", page_count: 1, file_name: "stint.pdf" }
        ]
      )
    expect(office.blobs.get(versions[0].sha256)).to start_with("PK")
    draft = ops::DraftDocket.call(staff(:maren), record: versions[0].record)
    expect(document(draft).version_id).to eq(versions[1].id)
  end

  it "keeps what holds scripts only as a flattened copy, beside the original" do
    file = looked_at(add(scripted))
    expect(file).to have_attributes(state: "unfit", problem: "active_content")
    expect { keep }.to raise_reason(JustSeal::Errors::Invalid, :nothing_to_keep)
    ops::LookAgain.call(staff(:maren), intake_id: intake.id, file_id: file.id, flatten: true)
    expect(looked_at(file)).to have_attributes(state: "ready", flattened: true)
    save({ "particulars" => { "vessel" => "MV Ruff" } })
    record = keep.first
    expect(record.versions_dataset.order(:number).select_map(:kind)).to eq(%w[captured flattened])
    expect(office.blobs.get(record.versions.last.sha256)).to include("JavaScript")
    expect(record.versions_dataset.working.first.kind).to eq("flattened")
  end

  it "knows a scan" do
    picture = pdf("one") do |doc|
      doc.pages[0][:Resources] =
        {
          XObject: {
            I: doc.add(
              {
                Type: :XObject,
                Subtype: :Image,
                Width: 1,
                Height: 1,
                ColorSpace: :DeviceGray,
                BitsPerComponent: 8
              },
              stream: "x"
            )
          }
        }
    end
    looked_at(add(picture))
    save({ "particulars" => { "vessel" => "MV Ruff" } })
    expect(keep.first.versions.first.kind).to eq("scan")
  end

  it "keeps all or none, and says of each file what is missing" do
    one = add(pdf("Vessel: MV Knot"))
    two = add(pdf("Nothing"))
    work_jobs
    save({ "own" => { two.id.to_s => { "valid_from" => "2027-02-30", "yearly_dues" => "18.400,00" } } })
    before = JustSeal::Store::Record.count
    expect { keep }.to raise_error(JustSeal::Errors::Invalid) { |e|
      expect(e.problems.keys).to contain_exactly(
        "files.#{two.id}.particulars.vessel",
        "files.#{two.id}.particulars.valid_from",
        "files.#{two.id}.particulars.yearly_dues"
      )
    }
    expect(JustSeal::Store::Record.count).to eq(before)
    expect([one, two].map { |file| file.refresh.state }).to eq(%w[ready ready])
  end

  it "does not keep files while one is being looked at, and each only once, however many keep at once" do
    add(pdf)
    save({ "particulars" => { "vessel" => "MV Knot" } })
    expect { keep }.to raise_reason(JustSeal::Errors::Conflict, :files_in_work)
    work_jobs
    results = Array.new(3) do
      Thread.new do
        keep
      rescue StandardError
        $ERROR_INFO
      end
    end.map(&:value)
    expect(results.count(Array)).to eq(0)
    expect(results.map(&:class)).to contain_exactly(Array, JustSeal::Errors::Conflict, JustSeal::Errors::Conflict)
  end

  it "takes what is no document for what it is, and keeps nothing of it" do
    {
      "MZ\x90\x00#{"x" * 100}".b => :windows_program,
      "" => :empty,
      zip("a" => "b") => :strange_package,
      "GIF89a" => :strange_format
    }.each do |bytes, reason|
      expect { add(bytes, "licence.pdf") }.to raise_reason(JustSeal::Errors::Invalid, reason)
    end
    stub_const("JustSeal::Core::Pdf::Intake::MAX_BYTES", 100)
    expect { add(pdf) }.to raise_reason(JustSeal::Errors::Invalid, :too_large)
    expect(intake.files_dataset.count).to eq(0)
  end

  it "says what is wrong with a damaged PDF, a protected one, and packages that are damaged or too large" do
    expect(looked_at(add("%PDF-1.7\n cut off")).problem).to eq("damaged")
    expect(
      looked_at(
        add(
          pdf do |doc|
            doc.encrypt(owner_password: "o", user_password: "u")
          end
        )
      ).problem
    ).to eq("encrypted")
    stub_const("JustSeal::Core::Documents::Package::MAX_UNPACKED_BYTES", 100_000)
    expect(
      looked_at(
        add(
          docx("x", "word/media/a.bin" => "\0" * 3_000_000),
          "bomb.docx"
        )
      ).problem
    ).to eq("package_too_large")
  end

  it "says so when a conversion fails or hangs, and tries again when asked" do
    work_jobs # what other examples left in the queue is not for the converter of this one
    kept = office.converter
    converter = Object.new
    answers = [
      -> { raise JustSeal::Errors::Unavailable.new(:program_too_slow, name: "soffice", seconds: 60) },
      -> { raise JustSeal::Errors::Unavailable, :libre_office_failed },
      -> { pdf }
    ]
    converter.define_singleton_method(:pdf) { |_bytes, _media| answers.shift.call }
    office.converter = converter
    file = add(docx("x"), "x.docx")
    problems = Array.new(3) do |round|
      ops::LookAgain.call(staff(:maren), intake_id: intake.id, file_id: file.id) if round.positive?
      looked_at(file).problem
    end
    expect(problems).to eq(["conversion_slow", "conversion_failed", nil])
    expect(file.state).to eq("ready")
  ensure
    office.converter = kept
  end

  it "holds files of the same name, and no more than fifty" do
    stub_const("#{ops}::AddToIntake::MAX_FILES", 2)
    2.times { add(pdf, "same.pdf") }
    expect(intake.files_dataset.select_map(:file_name)).to eq(%w[same.pdf same.pdf])
    expect { add(pdf) }.to raise_reason(JustSeal::Errors::Invalid, :intake_full)
  end

  it "takes odd names for what they are" do
    {
      "../../etc/passwd" => "passwd.pdf",
      "a\"b'c<d>.pdf" => "a-b'c-d-.pdf",
      "x\u202Efdp.exe" => "xfdp.pdf",
      "#{"n" * 300}.pdf" => "#{"n" * 150}.pdf"
    }.each do |name, plain|
      expect(add(pdf, name).file_name).to eq(plain)
    end
  end

  it "begins with what the case file says, reads anew when the class changes, and fills what is empty when the case " \
     "file does" do
    unless JustSeal::Store::RecordClass.first(code: "YY")
      ops::DefineClass.call(
        staff(:maren),
        definition: {
          "code" => "YY",
          "title" => "Towing",
          "scope_note" => "",
          "needs_signature" => false,
          "checks" => [],
          "naming_rule" => "",
          "filing_rule" => "",
          "particulars" => [
            {
              "name" => "tug",
              "label" => "Tug",
              "type" => "text"
            }
          ]
        }
      )
    end
    towing = JustSeal::Store::RecordClass.first(code: "YY")
    place = ops::SaveCaseFile.call(
      staff(:maren),
      given: { "title" => "Tows #{rand}", "class" => "YY", "particulars" => { "tug" => "Anvil" } }
    )
    file = looked_at(add(pdf("Tug: Hammer")))
    expect(file.offers["particulars"]).to eq({})
    save({}, record_class: towing)
    expect(looked_at(file).offers["particulars"]["tug"]["value"]).to eq("Hammer")
    file.update(offers: Sequel.pg_jsonb({ "title" => "Tow" }))
    save({ "particulars" => { "tug" => "" } }, record_class: towing, place: place)
    expect(JustSeal::Queries::IntakeForm.new(intake.refresh).common("tug")).to eq(["Anvil", :case_file])
  end

  it "takes no files where a template makes the document or a revision comes back, and makes none without a template" do
    template, = ops::SaveTemplate.call(
      staff(:maren),
      record_class: JustSeal::Store::RecordClass.first(code: "MB"),
      title: "T",
      file_name: "t.docx",
      bytes: docx("{{vessel}}")
    )
    record = capture
    ops::TakeForRevision.call(staff(:maren), number: record.number)
    ops::BringBack.call(staff(:maren), number: record.number, bytes: docx("x"), file_name: "r.docx", why: "Mended.")
    others = [ops::OpenIntake.call(staff(:maren), template: template).id, record.coming_back.intake_id]
    others.each do |id|
      expect do
        ops::AddToIntake.call(
          staff(:maren),
          intake_id: id,
          bytes: pdf,
          file_name: "x"
        )
      end.to raise_error(JustSeal::Errors::Conflict)
    end
    expect do
      ops::KeepIntake.call(staff(:maren), intake_id: others.last)
    end.to raise_reason(JustSeal::Errors::Conflict, :revision_comes_back)
    expect do
      ops::AssembleDocument.call(
        staff(:maren),
        intake_id: intake.id
      )
    end.to raise_reason(JustSeal::Errors::Conflict, :intake_without_template)
    expect do
      ops::AssembleDocument.call(staff(:tobias), intake_id: others.first)
    end.to raise_error(JustSeal::Errors::Missing)
    work_jobs
  end

  it "leaves files out, and ends when none is left" do
    one = add(pdf)
    two = add(pdf)
    ops::LeaveOut.call(staff(:maren), intake_id: intake.id, file_id: one.id)
    expect(intake.refresh.ended_at).to be_nil
    ops::LeaveOut.call(staff(:maren), intake_id: intake.id, file_id: two.id)
    expect(intake.refresh.ended_at).not_to be_nil
    expect { add(pdf) }.to raise_reason(JustSeal::Errors::Conflict, :intake_done)
    work_jobs
    expect([one, two].map { |file| file.refresh.state }).to eq(%w[left_out left_out])
  end

  it "belongs to whoever began it, and to administrators" do
    other = ops::OpenIntake.call(staff(:tobias), case_file: case_file)
    expect do
      ops::AddToIntake.call(staff(:joss), intake_id: other.id, bytes: pdf, file_name: "x")
    end.to raise_error(JustSeal::Errors::Missing)
    added = ops::AddToIntake.call(staff(:maren), intake_id: other.id, bytes: pdf, file_name: "x")
    expect(added).to be_a(JustSeal::Store::IntakeFile)
    %i[edda rosalind].each do |name|
      expect { ops::OpenIntake.call(staff(name)) }.to raise_error(JustSeal::Errors::Forbidden)
    end
  end

  it "loses nothing when there is no room to keep a file" do
    allow(office.blobs).to receive(:put).and_raise(
      JustSeal::Errors::Unavailable,
      "There is no room left where documents are kept."
    )
    expect { add(pdf) }.to raise_error(JustSeal::Errors::Unavailable)
    expect(intake.files_dataset.count).to eq(0)
  end
end
