# frozen_string_literal: true

require "securerandom"

RSpec.describe "Case files" do
  ops = JustSeal::Operations
  let(:title) { "Matter #{SecureRandom.hex(4)}" }

  # +given+: what is typed; a case file that is there is changed by its code.
  define_method(:saved) do |who: :maren, code: nil, edits: 0, **given|
    ops::SaveCaseFile.call(staff(who), given: { "title" => title }.merge(given), code: code, edits: edits)
  end
  define_method(:close) { |row, closed: true| ops::CloseCaseFile.call(staff(:maren), code: row.code, closed: closed) }
  def contact(name)
    JustSeal::Operations::SaveContact.call(
      staff(:maren),
      given: { "name" => name, "email" => "#{SecureRandom.hex(4)}@s.example" }
    )
  end

  it "form a tree, with codes that are given or typed" do
    top = saved
    below = saved("title" => "Below", "parent" => top.code, "code" => "X-#{SecureRandom.hex(3).upcase}")
    expect(top.code).to match(/\ACF-\d{5}\z/)
    expect(below.place).to eq("#{title} / Below")
    expect(JustSeal::Store::CaseFile.beneath([top.id])).to contain_exactly(top.id, below.id)
    lines = JustSeal::Queries::CaseTree.of(sight).map { |line| [line.row.id, line.depth] }
    expect(lines).to include([top.id, 0], [below.id, 1])
  end

  it "are not made twice in one place, nor beneath themselves, nor with a code that can't be typed" do
    top = saved
    expect { saved }.to raise_reason(JustSeal::Errors::Invalid, :title_of_other_case_file)
    expect do
      saved("title" => "other #{title}", "code" => top.code)
    end.to raise_reason(JustSeal::Errors::Invalid, :code_of_other_case_file)
    expect do
      saved("title" => "o#{title}", "code" => "a b")
    end.to raise_reason(JustSeal::Errors::Invalid, :code_of_case_file)
    below = saved("title" => "Below", "parent" => top.code)
    expect do
      saved(code: top.code, "parent" => below.code)
    end.to raise_reason(JustSeal::Errors::Invalid, :case_file_beneath_itself)
    expect { saved("title" => " ") }.to raise_reason(JustSeal::Errors::Invalid, :title_of_case_file_missing)
  end

  it "tell the second of two who change one" do
    row = saved
    saved(code: row.code, "note" => "first")
    expect { saved(code: row.code, "note" => "second") }.to raise_error(JustSeal::Errors::Conflict)
    expect(row.refresh.note).to eq("first")
    kinds = entries_of(row.code).map { |entry| entry["kind"] }
    expect(kinds).to eq(%w[case_file.opened case_file.changed])
  end

  it "hand down class, particulars and parties" do
    person = contact("Wilma Sund")
    joss = account(:joss)
    parties = [
      { "turn" => 1, "act" => "sign", "source" => "contact", "ref" => person.id },
      { "turn" => 2, "act" => "sign", "source" => "staff", "ref" => joss.id }
    ]
    top = saved(
      "class" => "MB",
      "particulars" => { "vessel" => "MV Knot", "yearly_dues" => "900" },
      "parties" => parties
    )
    below = saved(
      "title" => "Below",
      "parent" => top.code,
      "class" => "MB",
      "particulars" => { "yearly_dues" => "950" }
    )
    defaults = JustSeal::Queries::CaseDefaults.of(below)
    expect(
      [
        defaults.record_class.code,
        defaults.particulars,
        defaults.parties.size
      ]
    ).to eq(["MB", { "vessel" => "MV Knot", "yearly_dues" => "950" }, 2])
    draft = ops::DraftDocket.call(staff(:maren), record: capture(case_file: below))
    expect(
      draft.parties.map do |party|
        [
          party.letter,
          party.turn,
          party.name,
          party.kind
        ]
      end
    ).to eq([["A", 1, "Wilma Sund", "outside"], ["B", 2, "Joss Test", "staff"]])
  end

  it "say what is wrong with their particulars" do
    expect do
      saved(
        "class" => "MB",
        "particulars" => { "valid_from" => "2027-02-30" }
      )
    end.to raise_reason(JustSeal::Errors::Invalid, :particular_no_date)
    expect { saved("class" => "QQ") }.to raise_reason(JustSeal::Errors::Invalid, :nothing_of_code)
    expect do
      saved(
        "parties" => [
          {
            "turn" => 1,
            "source" => "contact",
            "ref" => nil
          }
        ]
      )
    end.to raise_reason(JustSeal::Errors::Invalid, :person_unknown)
  end

  it "take no records once they are closed, and are not closed while something is in work" do
    row = saved
    record = capture(case_file: row)
    draft = ops::DraftDocket.call(staff(:maren), record: record)
    expect { close(row) }.to raise_reason(JustSeal::Errors::Conflict, :case_file_busy)
    ops::WithdrawDocket.call(staff(:maren), number: draft.number, reason: "not needed")
    close(row)
    expect { capture(case_file: row.refresh) }.to raise_reason(JustSeal::Errors::Invalid, :case_file_closed)
    close(row, closed: false)
    expect(capture(case_file: row.refresh)).to be_a(JustSeal::Store::Record)
  end

  it "are closed from below and opened from above" do
    top = saved
    below = saved("title" => "Below", "parent" => top.code)
    expect { close(top) }.to raise_reason(JustSeal::Errors::Conflict, :case_file_open_below)
    [below, top].each { |row| close(row) }
    expect { close(below, closed: false) }.to raise_reason(JustSeal::Errors::Conflict, :case_file_closed_above)
  end

  it "are kept by administrators" do
    %i[edda tobias rosalind].each { |name| expect { saved(who: name) }.to raise_error(JustSeal::Errors::Forbidden) }
  end

  describe "with limits" do
    let(:closed) { saved("access" => { "see" => { "units" => ["Elsewhere"] } }) }
    let(:below) { saved("title" => "Below", "parent" => closed.code) }
    let(:fixed) { saved("title" => "Fixed #{title}", "access" => { "change" => { "units" => ["Elsewhere"] } }) }

    it "hide their records and what is beneath from those who may not see, and show them to those who keep and watch" do
      record = capture(case_file: below)
      { maren: true, edda: true, rosalind: true, tobias: false }.each do |name, there|
        expect(
          [
            name,
            sight(name).records.where(id: record.id).any?,
            sight(name).see?(below)
          ]
        ).to eq([name, there, there])
      end
      expect(records_by({ "find" => record.number }, name: :tobias).rows).to be_empty
      expect(records_by({ "find" => record.number }).rows.size).to eq(1)
    end

    it "keep others from changing what they may see" do
      record = capture(case_file: fixed)
      expect([sight(:tobias).see?(fixed), sight(:tobias).change?(fixed)]).to eq([true, false])
      attempts = [
        -> { ops::DraftDocket.call(staff(:tobias), record: record) },
        lambda {
          ops::TakeForRevision.call(
            staff(:tobias),
            number: record.number
          )
        },
        lambda {
          capture(
            staff(:tobias),
            case_file: fixed
          )
        },
        -> { ops::OpenIntake.call(staff(:tobias), case_file: fixed) },
        lambda {
          ops::CorrectRecord.call(
            staff(:tobias),
            number: record.number,
            edits: 0,
            title: "x",
            particulars: { "vessel" => "x" },
            case_file: fixed
          )
        }
      ]
      attempts.each { |attempt| expect(&attempt).to raise_reason(JustSeal::Errors::Forbidden, :case_file_of_others) }
    end

    it "treat hidden records as not there" do
      record = capture(case_file: closed)
      version = record.versions.first
      attempts = [
        -> { ops::TakeForRevision.call(staff(:tobias), number: record.number) },
        lambda {
          ops::NoteDownload.call(
            staff(:tobias),
            version: version
          )
        },
        lambda {
          ops::DraftDocket.call(
            staff(:tobias),
            record: record
          )
        }
      ]
      attempts.each { |attempt| expect(&attempt).to raise_error(JustSeal::Errors::Missing) }
    end

    it "hide dockets, but not from those who sent them or have to act" do
      docket = sent_docket(record: capture(case_file: closed))
      seen = ->(name) { sight(name).dockets.where(id: docket.id).any? }
      expect(
        {
          maren: seen.call(:maren),
          tobias: seen.call(:tobias),
          joss: seen.call(:joss)
        }
      ).to eq(maren: true, tobias: false, joss: true)
    end

    it "let a sender who lost the right withdraw, and nothing else" do
      record = capture(staff(:tobias), case_file: (open = saved))
      draft = ops::DraftDocket.call(staff(:tobias), record: record)
      saved(code: open.code, "access" => { "change" => { "units" => ["Elsewhere"] } })
      expect do
        ops::PlaceFields.call(staff(:tobias), number: draft.number, edits: 0, fields: [])
      end.to raise_error(JustSeal::Errors::Forbidden)
      expect(
        ops::WithdrawDocket.call(
          staff(:tobias),
          number: draft.number,
          reason: "moved"
        )
      ).to have_attributes(state: "withdrawn")
    end
  end
end
