# frozen_string_literal: true

RSpec.describe "The Rules place" do
  include Pages

  def form
    page.css("main form [name]").to_h do |field|
      [
        field["name"],
        field.name == "select" ? field.at("option[selected]")&.[]("value").to_s : field["value"] || field.text
      ]
    end
  end

  before { sign_in(:maren) }

  it "shows the file plan, and what the rules of a class yield for its records" do
    record = capture(title: "Yielding: title")
    get("/rules", {}, header_host)
    expect(text).to include("MB", "Berth licences")
    get("/rules/classes/MB", {}, header_host)
    expect(text).to include("Vessel", "vessel", "#{record.number} Yielding- title.pdf", "where it is")
  end

  it "makes a class and changes it, keeping what was typed when something is wrong" do
    get("/rules/classes/new", {}, header_host)
    code = unused_code
    typed = form.merge(
      "code" => code.downcase,
      "title" => "Tow permits",
      "particulars[0][label]" => "Tug",
      "particulars[0][name]" => "Tug boat",
      "particulars[0][type]" => "text"
    )
    post("/rules/classes", typed, header_host)
    expect(last_response.status).to eq(422)
    expect(text).to include(I18n.t("forms.problems", count: 1), "is no machine name")
    expect(form).to include("title" => "Tow permits", "particulars[0][label]" => "Tug")

    more = {
      "particulars[0][name]" => "tug",
      "particulars[0][more]" => "[A-Z]{3}",
      "particulars[1][label]" => "Side",
      "particulars[1][name]" => "side",
      "particulars[1][type]" => "choice",
      "particulars[1][more]" => "port, starboard",
      "naming_rule" => "{{tug}} {{year}}"
    }
    post("/rules/classes", form.merge("code" => code).merge(more), header_host)
    expect(last_response["location"]).to end_with("/rules/classes/#{code}")
    get("/rules/classes/#{code}/edit", {}, header_host)
    expect(form).to include("particulars[0][more]" => "[A-Z]{3}", "particulars[1][more]" => "port, starboard")
    stale = form
    post("/rules/classes/#{code}", form.merge("title" => "Tow permits, all"), header_host)
    expect(JustSeal::Store::RecordClass.first(code: code)).to have_attributes(version: 2, title: "Tow permits, all")
    post("/rules/classes/#{code}", stale.merge("title" => "Late"), header_host)
    expect(last_response.status).to eq(409)
    expect(form["title"]).to eq("Late")
  end

  it "captures every type of particular, and shows each" do
    code = unused_code
    items = [
      {
        "name" => "at",
        "label" => "Call",
        "type" => "datetime"
      },
      { "name" => "tanker", "label" => "Tanker", "type" => "yes_no" },
      {
        "name" => "side",
        "label" => "Side",
        "type" => "choice",
        "options" => %w[port starboard]
      },
      { "name" => "services", "label" => "Services", "type" => "choices", "options" => %w[water power] }
    ]
    JustSeal::Operations::DefineClass.call(
      staff(:maren),
      definition: {
        "code" => code,
        "title" => "Calls",
        "scope_note" => "",
        "needs_signature" => false,
        "particulars" => items,
        "checks" => [],
        "naming_rule" => "",
        "filing_rule" => ""
      }
    )
    record_class = JustSeal::Store::RecordClass.first(code: code)
    intake = JustSeal::Operations::OpenIntake.call(
      staff(:maren),
      record_class: record_class,
      case_file: JustSeal::Store::CaseFile.first(code: "BL-1")
    )
    JustSeal::Operations::AddToIntake.call(staff(:maren), intake_id: intake.id, bytes: pdf, file_name: "call.pdf")
    work_jobs
    get("/records/capture/#{intake.id}", {}, header_host)
    expect(page.css("input[type=checkbox]").map { |box| box["value"] }).to eq(%w[water power])
    post(
      "/records/capture/#{intake.id}",
      {
        "_csrf" => page.at("#intake input[name=_csrf]")["value"],
        "class" => code,
        "case" => "BL-1",
        "then" => "keep",
        "particulars" => {
          "at" => "2027-01-31T14:30",
          "tanker" => "no",
          "side" => "port",
          "services" => %w[water power]
        }
      },
      header_host
    )
    expect(last_response.status).to eq(302)
    get(URI(last_response["location"]).path, {}, header_host)
    expect(text).to include("31 Jan 2027, 14:30", "water, power", "port")
  end

  it "lets others look and not change" do
    clear_cookies
    sign_in(:rosalind)
    expect(get("/rules/classes/MB", {}, header_host).body).not_to include(t("rules.record_class.change"))
    expect(get("/rules/classes/MB/edit", {}, header_host).status).to eq(403)
    expect(get("/rules/classes/XX", {}, header_host).status).to eq(404)
  end
end
