# frozen_string_literal: true

# Changes that somebody makes who can have them time-stamped or signed like any other: that they are covered does not
# make them allowed.
RSpec.describe JustSeal::Core::Pdf::Check::Changes do
  include Forgeries
  include Notaries

  let(:sent) { sealed_states[1] }
  let(:sealed) { sealed_states.last }
  let(:spots) { [spot("A", "signature", 500), spot("A", "acting_date", 440), spot("A", "full_name", 400)] }

  # +bytes+ under one more document time-stamp, as anybody can get it.
  def stamped(bytes)
    doc = JustSeal::Core::Pdf::Signing.open(bytes)
    field = doc.acro_form(create: true).create_signature_field("More")
    JustSeal::Core::Pdf::Signing.add(doc, JustSeal::Core::Pdf::Signing::Archive.new(timestamp: stamps), field: field)
  end

  def signed_by_a(bytes)
    values = { "A-signature-1" => { "typed" => "A. Party" } }
    seal(act(bytes, spots, "A. Party", values))
  end

  def look_of(doc, name) = doc.acro_form.field_by_name(name).each_widget.first[:AP][:N]

  it "leave a file intact that was stamped once more, with an answer on whoever stamped it before" do
    expect(found(seal(sealed))).to eq([:intact, []])
    expect(found(signed_by_a(sent))).to eq([:intact, []])
  end

  it "are not found in a file that was stamped once more without one; it is no longer proved" do
    at = Time.utc(2026, 3, 2, 9)
    once = document_at(sent: at)
    archive = JustSeal::Core::Pdf::Signing::Archive.new(timestamp: stamps_at(at + 3600))
    doc = JustSeal::Core::Pdf::Signing.open(once)
    more = JustSeal::Core::Pdf::Signing.add(doc, archive, field: doc.acro_form.create_signature_field("More"))
    judged = [once, more, renewed_at(at + 3600, once)].map do |bytes|
      report = JustSeal::Core::Pdf::Check.call(bytes, roots: roots, at: at + 86_400)
      [report.verdict, report.findings.map(&:code)]
    end
    expect(judged).to eq([[:intact, []], [:undetermined, [:status_stale]], [:intact, []]])
  end

  {
    "a title" => [->(doc) { doc.trailer.info[:Title] = "Other" }, :information_changed],
    "information under another number" =>
      [->(doc) { doc.trailer[:Info] = doc.add({ Title: "Other" }) }, :information_changed],
    "other resources of the form" => [->(doc) { doc.acro_form[:DR][:Font][:F1] = nil }, :form_changed],
    "another look of what is filled in" => [->(doc) { doc.acro_form[:DA] = "1 g /F1 40 Tf" }, :form_changed],
    "a form that says nothing of signatures" => [->(doc) { doc.acro_form[:SigFlags] = 0 }, :form_changed],
    "no proofs" => [->(doc) { doc.catalog.delete(:DSS) }, :proofs_removed],
    "proofs without certificates" => [->(doc) { doc.catalog[:DSS][:Certs] = [] }, :proofs_removed],
    "proofs without answers" => [->(doc) { doc.catalog[:DSS].delete(:OCSPs) }, :proofs_removed],
    "proofs of no signature" => [->(doc) { doc.catalog[:DSS][:VRI] = {} }, :proofs_removed],
    "rights of another kind" => [->(doc) { doc.catalog[:Perms] = { UR3: nil } }, :catalog_changed],
    "an action on opening" => [->(doc) { doc.catalog[:OpenAction] = { S: :Named, N: :Print } }, :catalog_changed],
    "another layout" => [->(doc) { doc.catalog[:PageMode] = :FullScreen }, :catalog_changed]
  }.each do |name, (change, code)|
    it "are found under a time-stamp of their own: #{name}" do
      verdict, codes = found(stamped(updated(sealed, &change)))
      expect([verdict, codes]).to match([:altered, a_collection_including(code)])
    end
  end

  it "are found in a version that is earlier, none, or taken away" do
    catalogue = JustSeal::Core::Pdf::Signing.open(sealed).catalog
    [{ Version: :"1.4" }, { Version: :"9.9" }, { Version: nil }].each do |change|
      text = HexaPDF::Serializer.new.serialize(catalogue.value.merge(change).compact)
      codes = found(stamped(by_hand(sealed, objects: { catalogue.oid => text }))).last
      expect(codes).to include(:catalog_changed), change.inspect
    end
  end

  it "are found in a field that its party did not fill in" do
    forged = updated(sent) { |doc| doc.acro_form.field_by_name("A-full_name-1").field_value = "Somebody" }
    expect(found(signed_by_a(forged))).to match([:altered, a_collection_including(:field_of_another)])
  end

  it "are found in the look of a field that nothing locks yet, also between two parties" do
    before = updated(sent) { |doc| look_of(doc, "A-full_name-1").stream = "BT /F1 9 Tf (void) Tj ET" }
    expect(found(signed_by_a(before))).to match([:altered, a_collection_including(:field_of_another)])
    between = updated(sealed_states[2]) { |doc| look_of(doc, "A-acting_date-1").stream = "BT /F1 9 Tf (void) Tj ET" }
    b = act(between, [spot("B", "signature", 300, page: 2)], "B", { "B-signature-1" => { "typed" => "B. Party" } })
    expect(found(seal(b)).first).to eq(:altered)
  end

  it "are found in what one party fills in for another" do
    doc = JustSeal::Core::Pdf::Signing.open(sent)
    doc.acro_form.field_by_name("A-full_name-1").field_value = "Somebody"
    handler = JustSeal::Core::Pdf::Signing.handler(
      signer: signer("witness"),
      timestamp: stamps,
      at: Time.now.utc,
      reason: "Witnessed for B, level 1",
      signed_by: "B",
      locked_fields: %w[A-full_name-1 B-signature-1]
    )
    forged = JustSeal::Core::Pdf::Signing.add(doc, handler, field: doc.acro_form.field_by_name("B-signature-1"))
    expect(found(seal(forged))).to match([:altered, a_collection_including(:field_of_another)])
  end
end
