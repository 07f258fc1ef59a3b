# frozen_string_literal: true

RSpec.describe "Standing instructions on their pages" do
  include Instructed

  before do
    prepare_server
    instructed_class
    licence_template
  end

  after { stop_instructions }

  def scope(key, **facts) = t("instructions.#{key}", **facts)

  it "are written step by step, rehearsed, kept, followed, and stopped" do
    past = licence("yearly_dues" => "60000")
    licence("yearly_dues" => "10")
    sign_in :maren
    visit "/rules"
    click_link t("rules.file_plan.also.instructions")
    click_link scope("list.new")
    fill_in scope("edit.title_field"), with: "Dear licences"
    select "IN Licences by instruction", from: scope("start.class")
    expect(page).to have_css(".margin", text: "{{skipper_mail}}") # the form has come anew
    fill_in scope("start.when"), with: "yearly_dues >= 50000"
    select scope("kinds.sign"), from: scope("edit.next")
    click_button scope("edit.add")
    select "#{licence_template.code} Licence", from: scope("step_sign.template")
    role = "Party A"
    fill_in scope("step_sign.person.name", role: role), with: "{{skipper}}"
    fill_in scope("step_sign.person.email", role: role), with: "{{skipper_mail}}"
    select scope("kinds.rename"), from: scope("edit.next")
    click_button scope("edit.add")
    fill_in scope("step_rename.title_field"), with: "Done: {{vessel}}"
    expect(axe_findings).to eq([])
    click_button scope("edit.rehearse")
    within("section.notice") do
      expect(page).to have_link(past.number)
      expect(page).to have_text("Ines Vale and Joss Test")
    end
    click_button scope("edit.save")
    expect(page).to have_css("[data-test=state]", text: scope("list.live"))
    expect(axe_findings).to eq([])
    @instructions = [page.current_path.split("/").last]
    dear = licence("yearly_dues" => "70000")
    work_jobs
    visit page.current_path
    click_link "#{@instructions.first}-00001"
    expect(page).to have_css("[data-test=state]", text: scope("states.look"))
    expect(page).to have_link(dear.number)
    expect(axe_findings).to eq([])
    click_button scope("run.end")
    expect(page).to have_css("[data-test=state]", text: scope("states.ended"))
  end

  it "keep what was typed, and say at each place what is wrong" do
    sign_in :maren
    visit "/rules/instructions/new"
    select scope("kinds.write"), from: scope("edit.next")
    click_button scope("edit.add")
    fill_in scope("edit.title_field"), with: "Unfinished"
    click_button scope("edit.save")
    expect(page).to have_text(t("errors.instruction_class"))
    expect(page).to have_field(scope("edit.title_field"), with: "Unfinished")
    select "IN Licences by instruction", from: scope("start.class")
    select "Order", from: scope("step_write.particular")
    fill_in scope("step_write.text"), with: "{{vesel}}"
    click_button scope("edit.save")
    expect(page).to have_text(t("errors.no_particular", name: "vesel"))
  end
end
