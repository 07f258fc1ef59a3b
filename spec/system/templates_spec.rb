# frozen_string_literal: true

RSpec.describe "Docket templates in a browser" do
  before do
    prepare_server
    sign_in :maren
  end

  def kept_template
    draft = ready_draft
    made = JustSeal::Queries::TemplateFrom.new(draft, "Licence #{SecureRandom.hex(3)}", files: true)
    JustSeal::Operations::SaveDocketTemplate.call(staff(:maren), definition: made.definition, known: made.kept)
  end

  def words(key, **facts) = t("docket_templates.#{key}", **facts)

  it "are found, favoured, and used from the Desk with one page of questions" do
    template = kept_template
    visit "/rules/docket-templates"
    fill_in words("list.find"), with: template.title
    click_button words("list.find")
    star = "button[aria-label=\"#{words("list.favourite", title: template.title)}\"]"
    find(star, text: "☆").click
    expect(page).to have_css(star, text: "★")
    visit "/"
    click_link template.title
    click_button words("use.begin")
    expect(page).to have_css(".problem", text: t("errors.choose_case_file"))
    fill_in words("use.person.name"), with: "Ines Halloran"
    fill_in words("use.person.email"), with: "ines@halloran.example"
    fill_in "particulars[1][vessel]", with: "MV Knot"
    select "BL-1", from: words("use.case_file")
    click_button words("use.begin")
    expect(page).to have_css("h1", text: t("dockets.parties.heading"))
    expect(page).to have_field("parties[A][name]", with: "Ines Halloran")
    expect(page).to have_css(".seat-head", text: "Party A")
  end

  it "are changed, compared, tried and published" do
    template = kept_template
    visit "/rules/docket-templates/#{template.code}"
    fill_in words("show.description"), with: "For the spring"
    fill_in words("show.tags"), with: "spring, berths"
    fill_in "questions[0][label]", with: "Order number"
    fill_in "questions[0][name]", with: "order_number"
    fill_in words("show.message"), with: "Order {{ask.order_number}}"
    click_button words("show.save", version: 2)
    expect(page).to have_css(".notice", text: words("show.unpublished", version: 2))
    click_link words("margin.changes")
    expect(page).to have_css("td", text: words("changes.kinds.question", name: "Order number"))
    click_link words("changes.back")
    click_link words("show.try")
    expect(page).to have_css(".notice", text: words("use.trial").strip)
    fill_in words("use.person.name"), with: "Ines Halloran"
    fill_in "Order number", with: "4711"
    fill_in "particulars[1][vessel]", with: "MV Knot"
    select "BL-1", from: words("use.case_file")
    click_button words("use.try")
    expect(page).to have_text(t("room.rehearsal.as", name: "Ines Halloran", letter: "A"))
    expect(page).to have_current_path(%r{/dockets/TRY-})
    visit "/rules/docket-templates/#{template.code}"
    click_button words("show.publish", version: 2)
    expect(page).not_to have_button(words("show.publish", version: 2))
    expect(template.refresh.current).to eq(2)
  end

  it "are shared with people, and a docket becomes their next version" do
    template = kept_template
    visit "/rules/docket-templates/#{template.code}"
    select account(:tobias).name, from: words("show.sharing.people")
    select account(:joss).name, from: words("show.sharing.editors")
    click_button words("sharing.save")
    expect(page).to have_select(words("show.sharing.people"), selected: [account(:tobias).name])
    seen = ->(name) { JustSeal::Store::DocketTemplate.seen_by(account(name)).select_map(:code).include?(template.code) }
    expect([seen.call(:tobias), seen.call(:joss), seen.call(:rosalind)]).to eq([true, true, false])
    draft = ready_draft
    visit "/dockets/#{draft.number}/as-template"
    fill_in t("dockets.as_template.title"), with: "Second licence"
    select t("dockets.as_template.version_of", code: template.code, title: template.title),
      from: t("dockets.as_template.instead")
    click_button t("dockets.as_template.save")
    expect(page).to have_css("h1", text: "Second licence")
    expect([template.refresh.version, template.files.keys]).to eq([2, [1]])
  end

  it "come in with their files, and are shared with whoever brings them" do
    template = kept_template
    exported = JustSeal::Operations::HandOutTemplate.new.whole(staff(:maren), template: template, version: 1)
    path = File.join(Dir.tmpdir, "template-#{template.code}.json")
    File.write(path, JSON.generate(exported))
    visit "/rules/docket-templates"
    attach_file words("list.import"), path
    click_button words("list.import_it")
    expect(page).to have_css("h1", text: template.title)
    row = JustSeal::Store::DocketTemplate.order(:id).last
    expect([row.sharing[:people], row.used?, row.files[1][:sha256]])
      .to eq([[account(:maren).id], false, template.files[1][:sha256]])
  ensure
    File.delete(path) if path
  end
end
