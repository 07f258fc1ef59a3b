# frozen_string_literal: true

RSpec.describe "The pages of standing instructions" do
  include Pages
  include Instructed

  ops = JustSeal::Operations

  after { stop_instructions }

  def path(made) = "/rules/instructions/#{made.number}"

  it "list what there is, and show each with its line, its runs and what they wait for" do
    made = instruction(
      title: "Dear ones",
      steps: [
        sign_step(go: "look"),
        { "kind" => "rename", "title" => "Dear", "when" => "yearly_dues > 5" }
      ]
    )
    record = licence
    work_jobs
    sign_in :edda
    open_page("/rules/instructions")
    expect(text).to include("Dear ones", "Maren Test")
    open_page(path(made))
    docket = runs(made).last.docket
    expect(text).to include(record.number, docket.number, I18n.t("instructions.where", condition: "yearly_dues > 5"))
    open_page("#{path(made)}/runs/#{runs(made).last.number}")
    expect(text).to include(docket.number, "Licence")
    expect(page.at("form[action$='/retry']")).to be_nil # it is Maren's
    sign_in :joss
    expect(open_page(path(made))).to eq(404)
  end

  it "let go on what the limit holds back, and stop and go on" do
    made = instruction(limit: 1, steps: [{ "kind" => "rename", "title" => "Seen" }])
    3.times { licence }
    work_jobs
    sign_in :maren
    open_page(path(made))
    send_form("#{path(made)}/release", most: "0")
    expect(last_response.status).to eq(422)
    send_form("#{path(made)}/release", most: "1")
    open_page(path(made))
    send_form("#{path(made)}/drop")
    work_jobs
    expect(runs(made).map(&:state).sort).to eq(%w[done done ended])
    open_page(path(made))
    send_form("#{path(made)}/pause", reason: " ")
    expect(text).to include(I18n.t("errors.reason_missing"))
    send_form("#{path(made)}/pause", reason: "Too many.")
    open_page(path(made))
    expect(text).to include("Too many.")
    send_form("#{path(made)}/resume")
    expect(made.refresh).to be_live
  end

  it "begin it by hand for a record, and say where there is none of that number" do
    made = instruction(on: "called", steps: [{ "kind" => "rename", "title" => "By hand" }])
    record = licence
    sign_in :maren
    open_page(path(made))
    send_form("#{path(made)}/begin", record: "nothing")
    expect(text).to include(I18n.t("errors.not_known_here"))
    send_form("#{path(made)}/begin", record: record.number)
    work_jobs
    expect(record.refresh.title).to eq("By hand")
    follow_redirect!
    expect(text).to include(I18n.t("instructions.states.done"), I18n.t("instructions.run.began.hand"))
  end

  it "publish by another person where the office wants two" do
    JustSeal::Store::OfficeChoices.set("rulebook_alone", "no")
    made = instruction(steps: [{ "kind" => "rename", "title" => "Seen" }])
    sign_in :maren
    open_page(path(made))
    expect(page.at("form[action$='/publish']")).to be_nil
    sign_in :edda
    open_page(path(made))
    send_form("#{path(made)}/publish", version: "1")
    expect(made.refresh.version).to eq(1)
  ensure
    JustSeal::Store::OfficeChoices.set("rulebook_alone", "yes")
  end

  it "refuse a new version by somebody else, and one that somebody was faster to write" do
    made = instruction(steps: [{ "kind" => "rename", "title" => "Seen" }])
    said = {
      "then" => "save",
      "title" => "Mine",
      "on" => "captured",
      "class" => "IN",
      "limit" => "5",
      "steps[0][kind]" => "rename",
      "steps[0][title]" => "Other"
    }
    sign_in :maren
    open_page("#{path(made)}/edit")
    send_form("#{path(made)}/edit", **said, "version" => "0")
    expect(last_response.status).to eq(409)
    expect(text).to include(I18n.t("errors.instruction_changed", number: made.number))
    send_form("#{path(made)}/edit", **said, "version" => "1")
    expect(made.refresh.values).to include(version: 2, title: "Mine")
    expect do
      ops::SaveInstruction.call(
        staff(:joss), number: made.number, title: "Not mine", definition: made.in_force.definition.to_h, version: 2
      )
    end.to raise_error(JustSeal::Errors::Forbidden)
  end
end
