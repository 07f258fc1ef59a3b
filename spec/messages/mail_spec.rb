# frozen_string_literal: true

RSpec.describe JustSeal::Messages::Mail do
  let(:office) do
    settings = Struct.new(:address).new("https://seal.ravensholm.example")
    Struct.new(:zone, :settings).new(TZInfo::Timezone.get("Europe/London"), settings)
  end
  let(:facts) do
    {
      "docket" => "RH-2026-00001",
      "title" => "Berth licence",
      "office" => "Ravensholm Harbour Trust",
      "sender" => "Maren Oake",
      "subject" => "",
      "message" => "Dear {{name}}, please look at {{title}} by {{deadline}}.",
      "note" => "",
      "deadline" => "2026-12-04T17:00:00Z",
      "state" => "out",
      "waiting" => %w[Ines Joss Lena],
      "reader" => "outside",
      "group" => "Harbour pilots",
      "from" => "Ines Halloran",
      "to" => "Joss Tarn",
      "name" => "Ines Halloran",
      "act" => "sign"
    }
  end

  def mail(kind, locale: :en, code: nil, **more)
    described_class.new(kind, facts.merge(more.transform_keys(&:to_s)), office: office, locale: locale, code: code)
  end

  # Every kind of mail, as it goes to somebody outside and to staff.
  def mails(locale)
    kinds = described_class::LINES.keys
    kinds.product(%w[outside staff onlooker], %w[sign approve acknowledge]).map do |kind, reader, act|
      state = kind == :ended ? "refused" : "out"
      mail(kind, locale: locale, reader: reader, act: act, state: state, record: "MB-1", code: "4711")
    end
  end

  it "words every kind for every reader and act, with nothing left open" do
    texts = mails(:en).flat_map { |one| [one.subject, one.lead, one.action, *one.lines, *one.margin.flatten].compact }
    expect(texts).to all(satisfy { |text| !text.match?(/%\{|ranslation missing/) })
  end

  it "takes all of its words from the locale files" do
    plain = mails(:"en-XA").flat_map { |one| [one.subject, one.lead, one.action, *one.lines].compact }
      .reject { |text| text == "4711" || text.start_with?("Dear") }
    expect(plain).to all(start_with("["))
  end

  it "fills in the marks of what the sender wrote, and gives the day in the office's zone" do
    expect(mail(:invitation).lines.first).to eq(
      "Dear Ines Halloran, please look at Berth licence by Friday 4 December 2026, 17:00."
    )
    expect(mail(:invitation, subject: "{{office}}: {{title}}").subject).to eq("Ravensholm Harbour Trust: Berth licence")
    expect(mail(:lapsing).lines.join).to include("Ines, Joss and Lena")
  end

  it "asks nobody not to pass it on who may" do
    forbidden, allowed = [false, true].map { |may| mail(:invitation, may_pass_on: may).lines.last }
    expect(forbidden).to eq(I18n.t("mails.invitation.link"))
    expect(allowed).to eq(I18n.t("mails.invitation.link_to_pass_on"))
  end

  it "names the act that is wanted on its link" do
    words = %w[sign approve acknowledge].map { |act| mail(:invitation, act: act).action }
    expect(words).to eq(%w[sign approve acknowledge].map { |act| I18n.t("mails.invitation.action_#{act}") })
  end

  it "leads staff to the docket or the record, and others to the check page" do
    expect(mail(:sealed, reader: "staff", record: "MB-1").address).to end_with("/records/MB-1")
    expect(mail(:sealed).address).to end_with("/check")
    expect(mail(:ended, state: "withdrawn").address).to be_nil
    expect(mail(:invitation).address).to be_nil
  end
end
