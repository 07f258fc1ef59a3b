# frozen_string_literal: true

require "csv"
require "open3"

RSpec.describe "Inquiries" do
  include Readers

  ops = JustSeal::Operations
  errors = JustSeal::Errors

  before(:all) { open_office }
  after(:all) { close_office }

  def given(**more)
    {
      "asked_by" => "Court of Audit",
      "mandate" => "Harbour Act, section 12",
      "question" => "Who signed what?",
      "from" => (Date.today - 30).iso8601,
      "until" => (Date.today + 90).iso8601,
      "due_on" => (Date.today + 7).iso8601,
      "worker_id" => account(:maren).id
    }.merge(more.transform_keys(&:to_s))
  end

  def inquiry(**more) = JustSeal::Operations::SaveInquiry.new.open(staff(:maren), given(**more))

  def ask(one, question, **params)
    answer = JustSeal::Operations::AskQuestion.call(
      staff(:maren),
      number: one.number,
      question: question,
      given: params.transform_keys(&:to_s)
    )
    work_jobs
    expect(answer.refresh).to have_attributes(state: "done", problem: nil)
    JustSeal::Queries::AnswerResult.new(answer)
  end

  def figure(result, name) = result.figures.find { |one| one["name"] == name }&.fetch("value")
  def rows(result, name) = result.list(name)["rows"]

  it "are opened and changed, with everything on a chain of their own" do
    one = inquiry(classes: ["MB"])
    expect(one.number).to match(/\AQ-\d{4}-\d{4}\z/)
    ops::SaveInquiry.new.change(staff(:maren), one.number, given(question: "Who signed at all?"), edits: 0)
    expect do
      ops::SaveInquiry.new.change(staff(:maren), one.number, given, edits: 0)
    end.to raise_reason(errors::Conflict, :inquiry_changed)
    expect(kinds(one)).to eq(%w[inquiry.opened inquiry.changed])
    expect { ops::SaveInquiry.new.open(staff(:joss), given) }.to raise_error(errors::Forbidden)
    expect do
      inquiry(question: "", from: "2026-13-01", classes: ["XX"], parties: "nobody")
    end.to raise_error(errors::Invalid) { |e|
             expect(e.problems.keys).to contain_exactly(
               "question", "from", "classes", "parties"
             )
           }
    expect { inquiry(until: "2001-01-01") }.to raise_reason(errors::Invalid, :period_backwards)
  end

  it "say of a document whether it is what was sealed, with its chain and a proof that others can follow" do
    docket = shared_docket
    JustSeal::Operations::TakeCheckpoint.call
    record = document(docket).record
    [docket.number, record.number, document(docket).sealed_sha256].each do |asked|
      result = ask(inquiry, "this_document", document: asked)
      expect(
        [
          figure(result, "Record"),
          figure(result, "Checked"),
          figure(result, "Chain of #{docket.number}")
        ]
      ).to match([record.number, "intact", /\Aholds, \d+ entries/])
      expect(rows(result, "signatures").size).to eq(4)
      expect(rows(result, "parties").map { |row| row[2] }).to eq(docket.parties.map(&:name))
    end
    result = ask(inquiry, "this_document", document: docket.number)
    index, point = figure(result, "Proof of inclusion").match(/leaf (\d+), checkpoint (\d+)/).captures.map(&:to_i)
    hash, *path = rows(result, "path").flatten
    checkpoint = JustSeal::Store::Checkpoint[point]
    expect(
      JustSeal::Core::Ledger::Merkle.by("SHA256").included?(
        JustSeal::Core::Ledger::Merkle.by("SHA256").leaf(hash),
        index: index,
        size: checkpoint.size,
        root: [
          checkpoint.root
        ].pack("H*"),
        path: path.map do |one|
          [one].pack("H*")
        end
      )
    ).to be(true)
    expect(figure(ask(inquiry, "this_document", document: "RH-1999-00001"), "Found")).to include("Nothing here")
  end

  it "say what a person did, and offer other spellings" do
    docket = signed_docket(name: "Ines Hallorann")
    result = ask(inquiry, "this_person", person: "ines hallorann")
    expect(rows(result, "dockets").map(&:first)).to eq([docket.number])
    expect(rows(result, "entries").map { |row| row[3] }).to include("party.invited", "party.acted")
    expect(rows(result, "spellings").map(&:first)).to include("Ines Halloran").or be_empty
    expect(
      ask(
        inquiry,
        "this_person",
        person: party(docket, "A").email.upcase
      ).list("dockets")["rows"].map(&:first)
    ).to include(docket.number)
  end

  it "count acts below the floor, by what was demanded and by what is demanded today" do
    neutral_rulebook
    docket = signed_docket
    party(docket, "A").update(demand: Sequel.pg_jsonb("floor" => 2, "rules" => []))
    rulebook({ "title" => "Stricter", "floor" => 3, "kinds" => ["outside"] })
    result = ask(inquiry, "below_floor")
    below = rows(result, "below").find { |row| row[0] == docket.number && row[1] == "A" }
    expect(below.values_at(4, 7, 8, 9, 10)).to eq(["MB", 1, 2, 3, nil])
    expect(rows(result, "today").map { |row| row.first(2) }).to include([docket.number, "A"])
    expect(
      rows(result, "groups").find do |row|
        row[0] == "class" && row[1] == "MB"
      end[2]
    ).to eq(
      rows(result, "below").count { |row|
        row[4] == "MB"
      }
    )
    expect(figure(result, "Acts in all")).to be >= rows(result, "today").size
  ensure
    neutral_rulebook
  end

  it "measure the times to each step, and list what ended without a seal" do
    docket = signed_docket
    refused = sent_docket
    ops::RefuseDocket.call(enter_room(refused, "A").first, reason: "The berth is not ours.")
    parties = [docket, refused].map { |one| party(one, "A").email }.uniq
    result = ask(inquiry(parties: parties.join(" ")), "late_and_stuck")
    times = rows(result, "times").select { |row| row[0] == "all dockets" }
    expect(times.map { |row| row[1] }).to eq(["opened", "proved", "acted", "all done", "sealed", "filed"])
    expect(
      rows(result, "ended").find do |row|
        row[0] == refused.number
      end.values_at(2, 7)
    ).to eq([I18n.t("docket_states.refused"), "Ines Halloran: The berth is not ours."])
    seconds = JustSeal::Store::Docket.where(
      number: JustSeal::Queries::InquiryScope.new(
        {
          "from" => given["from"],
          "until" => given["until"],
          "parties" => parties
        },
        zone: office.zone
      ).dockets.select(:number),
      state: "sealed"
    ).map do |one|
      JustSeal::Store.db[:ledger_entries].where(docket: one.number, kind: "docket.sealed").min(:at) - one.sent_at
    end
    expect(
      times.find do |row|
        row[1] == "sealed"
      end.values_at(2, 5)
    ).to eq([seconds.size, (seconds.max / 3600.0).round(1)])
  end

  it "check everything again, and name what is not provable any more" do
    docket = signed_docket
    JustSeal::Operations::TakeCheckpoint.call
    scope = { parties: party(docket, "A").email, from: Date.today.iso8601 }
    sha256 = document(docket).sealed_sha256
    good = ask(inquiry(**scope), "still_provable")
    mine = rows(good, "files").select { |row| row[0] == docket.number }
    expect(
      mine.map do |row|
        [
          row[2],
          row[4],
          row[5],
          row[7],
          row[9],
          row[10],
          row[11]
        ]
      end
    ).to eq(
      [
        ["Sealed", "as kept", "Intact", "holds", "good", "good", "yes"],
        ["Seal certificate", "as kept", "Intact", "holds", "good", "good", "yes"]
      ]
    )
    path = office.blobs.send(:path_for, sha256)
    kept = File.binread(path)
    File.chmod(0o644, path)
    File.binwrite(path, flipped(kept, 900))
    broken = ask(inquiry(**scope), "still_provable")
    expect(
      rows(broken, "broken").map do |row|
        row.values_at(0, 4, 11)
      end
    ).to include([docket.number, "damaged or gone", "no"])
    expect(figure(broken, "Not provable")).to eq(figure(good, "Not provable") + 1)
  ensure
    File.binwrite(path, kept) if kept
  end

  it "say which rules were in force, and what changed" do
    ops::SaveCaseFile.call(staff(:maren), given: { "title" => "Rules #{SecureRandom.hex(3)}" })
    result = ask(inquiry, "rule_changes")
    expect(result.lists.map { |list| list["name"] }).to include("classes", "consent", "rights", "accounts", "changes")
    right = rows(result, "rights").find { |row| row[0] == I18n.t("rights.write_rules") }
    expect(right[1]).to eq(I18n.t("roles.compliance"))
    told = rows(result, "changes").map { |row| row[3] }
    expect(told).to include("record_class.written", "office.changed", "case_file.opened")
    expect(result.notes.join).to include("algorithms, templates")
  end

  it "keep answers as facts, and word all of them when they are read" do
    docket = shared_docket
    params = {
      "this_document" => { document: docket.number },
      "this_person" => { person: "maren@harbour.example" },
      "who_acknowledged" => { record: "MB-2026-0001" },
      "sample" => { "confidence" => "80", "tolerable" => "30", "expected" => "0", "seed" => "s", "of" => "all" }
    }
    JustSeal::Queries::Questions::ALL.each_key do |question|
      result = ask(inquiry, question, **params.fetch(question, {}).transform_keys(&:to_sym))
      expect(JSON.generate(result.to_h)).not_to include("ranslation missing")
      kept = JSON.parse(office.blobs.get(result.answer.result_sha256))
      expect(
        kept["lists"].flat_map do |list|
          list["columns"].flat_map(&:keys)
        end.uniq - %w[name personal words]
      ).to eq([])
      words = I18n.with_locale(:"en-XA") { JustSeal::Words::Answer.of(kept) }
      said = words["lists"].flat_map { |list| [list["title"], *list["columns"].map { |column| column["means"] }] }
      expect(said + words["figures"].map { |one| one["name"] } + words["definition"]).to all(start_with("["))
    end
  end

  it "show an answer from when answers kept words as it was" do
    old = { "definition" => ["So it was."], "figures" => [], "lists" => [], "charts" => [], "notes" => ["A note."] }
    expect(JustSeal::Words::Answer.of(old)).to eq(old)
  end

  it "find missing pieces" do
    docket = signed_docket
    record = document(docket).record
    other = capture
    result = ask(inquiry, "missing_pieces")
    expect(rows(result, "unsealed").map(&:first)).to include(other.number)
    expect(rows(result, "certificate").map(&:first)).not_to include(docket.number)
    superuser = Sequel.connect(ENV.fetch("JUST_SEAL_SUPERUSER_URL"))
    superuser.run("SET session_replication_role = replica")
    superuser[:versions].where(docket_number: docket.number, kind: "certificate").update(docket_number: nil)
    expect(rows(ask(inquiry, "missing_pieces"), "certificate").map(&:first)).to include(docket.number)
    expect(record.refresh.docket_state).to eq("sealed")
  ensure
    superuser&.disconnect
  end

  it "draw samples, take in what testers find, and conclude" do
    3.times { sent_docket }
    one = inquiry
    expect do
      ops::AskQuestion.call(
        staff(:maren),
        number: one.number,
        question: "sample",
        given: { "confidence" => "95", "tolerable" => "5", "expected" => "5", "seed" => "tide" }
      )
    end.to raise_reason(errors::Invalid, :rates_too_close)
    result = ask(
      one,
      "sample",
      kind: "stratified",
      of: "all",
      confidence: "90",
      tolerable: "40",
      expected: "0",
      seed: "tide-41"
    )
    again = ask(
      one,
      "sample",
      kind: "stratified",
      of: "all",
      confidence: "90",
      tolerable: "40",
      expected: "0",
      seed: "tide-41"
    )
    expect(rows(again, "sample")).to eq(rows(result, "sample"))
    items = result.tested
    expect(items.map(&:item)).to eq(rows(result, "sample").map(&:first))
    expect(rows(result, "sample").map { |row| row[2] }).to eq(
      items.map { |item|
        Digest::SHA256.hexdigest("tide-41:#{item.item}")
      }
    )
    test = lambda { |item, verdict, note = ""|
      ops::TestSample.call(
        staff(:maren),
        number: one.number,
        position: result.answer.position,
        item: item.position,
        verdict: verdict,
        note: note
      )
    }
    expect { test.call(items.first, "deviation") }.to raise_error(errors::Invalid)
    test.call(items.first, "deviation", "The lease lacks its annex.")
    items.drop(1).each { |item| test.call(item, "pass") }
    after = JustSeal::Queries::AnswerResult.new(result.answer)
    expect(figure(after, "Deviations found")).to eq(1)
    population = figure(after, "Population")
    limit = JustSeal::Core::Audit::Attributes.upper_limit(
      found: 1,
      size: items.size,
      confidence: 0.9,
      population: population
    )
    expect(figure(after, "Upper limit of the rate of deviation, percent")).to eq((limit * 100).ceil(2))
    expect(
      JustSeal::Queries::AnswerResult.new(result.answer, blank: true).list("worksheet")["rows"].first.values_at(
        3,
        4
      )
    ).to eq(["(blanked)", "(blanked)"])
    expect(kinds(one).tally).to include("inquiry.asked" => 2, "inquiry.answered" => 2, "inquiry.tested" => items.size)
  end

  describe "are closed" do
    # What a command of HOW-TO-CHECK.txt prints, in the folder of the unpacked pack.
    def commands(folder)
      File.read(File.join(folder, "HOW-TO-CHECK.txt")).lines.grep(/\A\$ /).map do |line|
        line[2..].strip
      end.to_h { |command| [command, Open3.capture2e("bash", "-c", command, chdir: folder).first] }
    end

    def unpacked(bytes)
      Dir.mktmpdir do |folder|
        File.binwrite(File.join(folder, "pack.zip"), bytes)
        Open3.capture2e("unzip", "-q", "pack.zip", chdir: folder)
        yield folder
      end
    end

    it "with a pack that plain tools check" do
      docket = shared_docket
      one = inquiry(parties: party(docket, "A").email)
      ask(one, "below_floor")
      ask(one, "this_document", document: docket.number)
      sample = ask(
        one,
        "sample",
        kind: "simple",
        of: "sealed",
        confidence: "90",
        tolerable: "50",
        expected: "0",
        seed: "ebb"
      )
      expect { ops::CloseInquiry.new.ask(staff(:joss), number: one.number) }.to raise_error(errors::Forbidden)
      ops::CloseInquiry.new.ask(staff(:maren), number: one.number)
      expect do
        ops::CloseInquiry.new.ask(staff(:maren), number: one.number)
      end.to raise_reason(errors::Conflict, :pack_in_work)
      work_jobs
      expect do
        ops::AskQuestion.call(
          staff(:maren),
          number: one.number,
          question: "below_floor"
        )
      end.to raise_reason(errors::Conflict, :inquiry_closed)
      pack = office.blobs.get(one.refresh.pack_sha256)
      report = JustSeal::Core::Bundle::Check.call(pack, roots: office.roots, at: Time.now)
      expect(report).to have_attributes(verdict: :intact, findings: [], docket: one.number)
      expect(read_elsewhere(pack)).to match([/evidence.#{docket.number}\.asice: \d+ of \d+ entries.*holds\n\z/m, true])
      unpacked(pack) do |folder|
        told = commands(folder)
        expect(told.fetch(told.keys[0])).to eq("files: OK\n")
        expect(told.fetch(told.keys[1])).to include("CMS Verification successful").or include("Verification successful")
        expect(told.fetch(told.keys[2])).to eq("1\n")
        expect(told.fetch("pdfsig report.pdf").scan("Signature is Valid.").size).to eq(1) # and a document time-stamp
        expect(
          JustSeal::Core::Pdf::Check.call(
            File.binread(File.join(folder, "report.pdf")),
            roots: office.roots,
            at: Time.now
          )
        ).to have_attributes(verdict: :intact, findings: [])
        expect(told.find { |command, _| command.start_with?("perl") }.last).to include("chain: OK")
        expect(told.fetch("unzip -tq evidence/#{docket.number}.asice")).to include("No errors detected")
        expect(told.values.last).to eq("ranked: OK\n")
        expect(
          File.readlines(
            Dir[File.join(folder, "answers", "03*", "ranked.txt")].first,
            chomp: true
          ).first(sample.tested.size)
        ).to eq(
          rows(sample, "sample").map { |row|
            "#{row[2]} #{row[0]}"
          }
        )
        table = CSV.read(Dir[File.join(folder, "answers", "02*", "parties.csv")].first)
        expect(table.first).to include("Docket", "Reached")
        expect(table.drop(1).map(&:first)).to all(eq(docket.number))
        columns = JSON.parse(File.read(Dir[File.join(folder, "answers", "02*", "parties.json")].first))["columns"]
        expect(columns.map { |column| column["means"] }).to all(be_a(String))
        expect(
          words_of(
            File.binread(
              File.join(
                folder,
                "report.pdf"
              )
            )
          )
        ).to include("Answers to inquiry #{one.number}", "Below the required level")
        expect(
          JustSeal::Core::Bundle::Check.call(
            File.binread(File.join(folder, "evidence", "#{docket.number}.asice")),
            roots: office.roots,
            at: Time.now
          ).verdict
        ).to eq(:intact)
      end
    end

    it "with a pack in which every change is found" do
      docket = shared_docket
      one = inquiry(parties: party(docket, "A").email)
      ask(one, "this_document", document: docket.number)
      ops::CloseInquiry.new.ask(staff(:maren), number: one.number)
      work_jobs
      content = JustSeal::Core::Bundle::Package.read(office.blobs.get(one.refresh.pack_sha256))
      codes = lambda do |changes|
        files = content.files.merge(changes).compact
        bytes = JustSeal::Core::Bundle::Package.write(
          files.except("SHA256SUMS"),
          signer: office.keys[:seal],
          timestamp: office.time_stamps,
          at: office.now
        )
        JustSeal::Core::Bundle::Check.call(bytes, roots: office.roots, at: Time.now).findings.map(&:code).uniq
      end
      expect(codes.call({})).to eq([])
      expect(
        codes.call("inquiry.jsonl" => content.files["inquiry.jsonl"].lines.drop(1).join)
      ).to include(:ledger_broken)
      expect(
        codes.call(
          "answers.json" => content.files["answers.json"].gsub(/"sha256_as_answered": "\h/) do |text|
            text.sub(/\h\z/) do |digit|
              digit == "0" ? "1" : "0"
            end
          end
        )
      ).to eq([:answer_differs])
      expect(codes.call("report.pdf" => flipped(content.files["report.pdf"], 700))).to eq([:document_altered])
      name = content.files.keys.find { |one_name| one_name.end_with?(".asice") }
      expect(
        codes.call(
          name => flipped(
            content.files[name],
            content.files[name].bytesize / 2
          )
        )
      ).to include(:bundle_altered)
      expect(codes.call("inquiry.jsonl" => "[]\n")).to include(:ledger_unreadable)
      expect(codes.call("ledger.jsonl" => "[]\n")).to include(:ledger_unreadable, :checkpoint_broken),
        "who makes a bundle look like a pack gets round nothing"
      expect(
        codes.call("evidence/inner.asice" => office.blobs.get(one.refresh.pack_sha256))
      ).to include(:bundle_altered),
        "a pack within a pack is none"
    end

    it "without personal data, where that is wanted, and say so" do
      docket = signed_docket(name: "Ottilie Brandsund")
      one = inquiry(parties: party(docket, "A").email)
      ask(one, "this_document", document: docket.number)
      docket.update(title: "Licence of Ottilie Brandsund")
      %w[late_and_stuck below_floor missing_pieces].each { |question| ask(one, question) }
      ops::CloseInquiry.new.ask(staff(:maren), number: one.number, blank: true)
      work_jobs
      unpacked(office.blobs.get(one.refresh.pack_sha256)) do |folder|
        texts = Dir[File.join(folder, "**", "*")].select { |path| File.file?(path) && !path.include?("pack.zip") }
        expect(
          texts.reject do |path|
            path.end_with?(".pdf")
          end.select { |path| File.binread(path).include?("Brandsund".b) }
        ).to eq([])
        expect(words_of(File.binread(File.join(folder, "report.pdf")))).to include("blanked").and(
          satisfy { |text|
            !text.include?("Brandsund")
          }
        )
        expect(Dir[File.join(folder, "evidence", "*")]).to eq([])
        expect(commands(folder).values.first).to eq("files: OK\n")
        expect(texts.map { |path| File.basename(path) }).not_to include("inquiry.jsonl")
        expect(
          texts.reject do |path|
            path.end_with?(".pdf")
          end.select { |path| File.binread(path).include?(party(docket, "A").email) }
        ).to eq([])
        expect(words_of(File.binread(File.join(folder, "report.pdf")))).not_to include(party(docket, "A").email)
      end
    end
  end

  it "say of a file that somebody altered from what it was made, and by which change" do
    docket = shared_docket
    sealed = office.blobs.get(document(docket).sealed_sha256)
    forged = updated(sealed) do |doc|
      doc.pages[0].canvas(type: :overlay).font("Helvetica", size: 20).text("void", at: [100, 400])
    end
    result = ask(inquiry, "this_document", document: office.blobs.put(forged))
    expect(
      [
        figure(result, "Is it what was sealed?"),
        figure(result, "Made from"),
        figure(result, "Record")
      ]
    ).to eq(
      [
        "no: altered, and filed nowhere here",
        "the document below",
        document(docket).record.number
      ]
    )
    expect(rows(result, "strata").last.last).to eq("no")
    expect(rows(result, "findings").map(&:first)).to include("page_changed")
  end

  it "are answered once, also when two jobs work on one" do
    one = inquiry
    answer = ops::AskQuestion.call(staff(:maren), number: one.number, question: "rule_changes")
    Array.new(2) { Thread.new { ops::AnswerQuestion.call(answer.id) } }.each(&:join)
    expect(kinds(one).count("inquiry.answered")).to eq(1)
  end

  it "stand as questions that are asked anew every night, and tell what is new once" do
    before = capture
    watch = ops::KeepStandingQuestion.new.begin(
      staff(:edda),
      { "question" => "missing_pieces", "title" => "Nothing is forgotten", "days" => "30" }
    )
    work_jobs
    expect(watch.finds_dataset.fresh.select_map(:key)).to include("unsealed #{before.number} #{before.title}")
    shown = watch.finds_dataset.select_map(:id)
    ops::KeepStandingQuestion.new.seen(staff(:edda), watch.id, finds: shown, upto: office.now)
    after = capture(title: "Berth licence, MV Whinchat")
    JustSeal::Jobs::NightWatch.run
    work_jobs
    expect(watch.finds_dataset.fresh.select_map(:key)).to eq(["unsealed #{after.number} #{after.title}"])
    expect(JustSeal::Queries::Desk.new(account(:edda), now: office.now).watches.map(&:last)).to include(1)
    expect { ops::KeepStandingQuestion.new.begin(staff(:joss), {}) }.to raise_error(errors::Forbidden)
    expect { ops::KeepStandingQuestion.new.ask_again(staff(:joss), watch.id) }.to raise_error(errors::Forbidden)
    expect { ops::KeepStandingQuestion.new.ask_again(staff(:edda), 0) }.to raise_error(errors::Missing)
    local = office.zone.to_local(JustSeal::Jobs::NightWatch.following(office))
    expect([local.hour, JustSeal::Jobs::NightWatch.following(office) > office.now]).to eq([2, true])
  ensure
    watch&.update(ended_at: Time.now)
    JustSeal::Store.db[:que_jobs].where(job_class: "JustSeal::Jobs::NightWatch").delete
  end

  it "find entries by chain, person, kind, address and day" do
    docket = signed_docket(name: "Ines Findable")
    find = ->(asked, **more) { JustSeal::Queries::EntryFind.new(asked, zone: office.zone, **more).page.rows }
    expect(find.call({ "chain" => docket.number }).map { |row| row[:docket] }.uniq).to eq([docket.number])
    expect(
      find.call({ "chain" => document(docket).record.number }).map do |row|
        row[:docket]
      end.uniq
    ).to contain_exactly(docket.number, document(docket).record.number)
    acted = find.call({ "person" => "ines findable", "kind" => "party.acted" })
    expect(acted.map { |row| [row[:docket], row[:entry]["kind"]] }).to eq([[docket.number, "party.acted"]])
    expect(
      find.call(
        {
          "person" => party(docket, "A").email,
          "kind" => "party.acted",
          "chain" => docket.number
        }
      ).map do |row|
        row[:hash]
      end
    ).to eq(
      acted.map { |row|
        row[:hash]
      }
    )
    expect(find.call({ "address" => "203.0.113.255" })).to eq([])
    today = office.zone.to_local(office.now).strftime("%F")
    expect(
      find.call(
        {
          "chain" => docket.number,
          "from" => today,
          "until" => today
        }
      ).size
    ).to eq(find.call({ "chain" => docket.number }).size)
    expect(find.call({ "until" => "2001-01-01" })).to eq([])
    expect(JustSeal::Queries::EntryFind.new({ "from" => "yesterday" }, zone: office.zone).problems.keys).to eq(["from"])
    pages = [JustSeal::Queries::EntryFind.new({}, zone: office.zone).page]
    pages << JustSeal::Queries::EntryFind.new({}, zone: office.zone, after: pages.last.next_key).page
    ids = pages.flat_map { |page| page.rows.map { |row| row[:id] } }
    expect(ids).to eq(
      JustSeal::Store.db[:ledger_entries].order(
        Sequel.desc(:at),
        Sequel.desc(:id)
      ).limit(100).select_map(:id)
    )
    expect(pages.first.rows.size).to eq(50)
  end
end
