# frozen_string_literal: true

RSpec.describe JustSeal::Operations::SaveFieldSet do
  include Pages

  let(:name) { "address_#{SecureRandom.hex(3)}" }
  let(:set) { described_class.call(staff(:maren), name: name, definition: definition) }

  def item(name, kind = "text", **settings)
    { "name" => name, "kind" => kind, "width" => 120, "beside" => false, "settings" => settings.transform_keys(&:to_s) }
  end

  def definition(*more)
    items = [
      item("street", label: "Street", required: true),
      item("postcode", label: "Postcode", mask: "postcode"),
      item("country", "choice", label: "Country", options: %w[Norway Sweden]).merge("beside" => true),
      *more
    ]
    { "title" => "Postal address", "items" => items }
  end

  def save(version, given) = described_class.call(staff(:maren), name: name, definition: given, version: version)

  # A draft in which the street of +set+ stands, with a condition of its own.
  def placed
    draft = ready_draft
    mark = JustSeal::Core::Fields::SetDefinition.mark(set.name, set.version, "street")
    settings = { "label" => "Street", "required" => true, "set" => mark, "shown_when" => "1 = 1" }
    fields = [field("A"), field("A", "text", y: 200.0).merge("key" => "street", "settings" => settings)]
    JustSeal::Operations::PlaceFields.call(staff(:maren), number: draft.number, edits: draft.edits, fields: fields)
  end

  def street(docket) = document(docket).fields_dataset.first(key: "street")

  it "keeps versions, each with its hash in the ledger" do
    expect(set).to have_attributes(version: 1, title: "Postal address")
    save(1, definition(item("note")))
    expect(set.refresh.definition["items"].map { |one| one["name"] }).to eq(%w[street postcode country note])
    expect(set.definition(1)["items"].size).to eq(3)
    expect(entries_of("field-sets").last).to include(
      "kind" => "field_set.written",
      "facts" => include("name" => name, "version" => 2, "sha256" => /\A\h{64}\z/)
    )
    expect { save(1, definition) }.to raise_error(JustSeal::Errors::Conflict)
  end

  it "refuses what can't be a set, and says where" do
    strange = {
      "title" => "",
      "items" => [item("Street"), item("a"), item("a"), item("sign", "signature"), item("c", "choice")]
    }
    expect { described_class.call(staff(:maren), name: "No Name", definition: strange) }
      .to raise_error(JustSeal::Errors::Invalid) { |e|
            expect(e.problems.keys).to match_array(%w[title name items.0 items.1 items.2 items.3 items.4])
          }
    expect { described_class.call(staff(:joss), name: name, definition: definition) }
      .to raise_error(JustSeal::Errors::Forbidden)
  end

  it "says in which drafts it stands, and brings one up to date: what it says is new, place and condition stay" do
    draft = placed
    changed = definition.merge("items" => [item("street", label: "Street and number", help: "As on the letter.")])
    save(1, changed)
    sight = JustSeal::Queries::VisibleScope.new(account(:maren))
    use = JustSeal::Queries::FieldSets.drafts(set.refresh, sight).find { |one| one.docket.id == draft.id }
    expect(use.versions).to eq(1 => 1)
    expect(described_class.new.bring_up_to_date(staff(:maren), name: name, number: draft.number)).to eq(1)
    expect(street(draft).settings.to_h).to eq(
      "label" => "Street and number",
      "help" => "As on the letter.",
      "shown_when" => "1 = 1",
      "set" => "#{name}/2/street"
    )
    expect([street(draft).y, street(draft).key]).to eq([200, "street"])
    expect(kinds(draft).last).to eq("docket.set_taken")
  end

  it "stands on its pages: made from one that is ready, changed, brought to drafts, retired" do
    draft = placed
    save(1, definition(item("note", label: "Note")))
    sign_in :maren
    open_page("/rules/field-sets")
    expect(text).to include("Postal address", "Street, Postcode, Country, Note")
    open_page("/rules/field-sets/new?from=postal_address")
    expect(page.css("textarea[name='items[3][options]']").text.lines.size).to be > 190
    open_page("/rules/field-sets/#{name}")
    expect(text).to include(draft.number)
    send_form("/rules/field-sets/#{name}/drafts/#{draft.number}")
    expect(street(draft).settings["set"]).to eq("#{name}/2/street")
    open_page("/rules/field-sets/#{name}")
    send_form("/rules/field-sets/#{name}/retire")
    expect(JustSeal::Queries::FieldSets.find(name)).to be_nil
  end

  it "brings a docket template up to date, as a new version of it" do
    definition_of = JustSeal::Queries::TemplateFrom.new(placed, "With an address").definition
    template = JustSeal::Operations::SaveDocketTemplate.call(staff(:maren), definition: definition_of)
    save(1, definition.merge("items" => [item("street", label: "Street and number")]))
    sign_in :maren
    open_page("/rules/field-sets/#{name}")
    expect(text).to include(template.code)
    send_form("/rules/field-sets/#{name}/templates/#{template.code}")
    fields = template.refresh.definition["fields"].select { |one| one["key"] == "street" }
    expect(fields.map { |one| one["settings"].values_at("label", "set") }).to eq(
      [["Street and number", "#{name}/2/street"]]
    )
    expect(template.version).to eq(2)
    expect { described_class.new.bring_template_up_to_date(staff(:joss), name: name, code: template.code) }
      .to raise_error(JustSeal::Errors::Forbidden)
  end
end
