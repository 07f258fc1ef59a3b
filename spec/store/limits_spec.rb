# frozen_string_literal: true

# Each limit stands twice, in Ruby and in SQL; here they are compared.
RSpec.describe "Limits in the database" do
  def constraint(name)
    JustSeal::Store.db["SELECT pg_get_constraintdef(oid) AS definition FROM pg_constraint WHERE conname = ?",
      name].get(:definition)
  end

  def words(name) = constraint(name).scan(/'([a-z_]+)'/).flatten

  {
    "dockets_state" => JustSeal::Core::Dockets::States::DOCKET.keys,
    "parties_state" => JustSeal::Core::Dockets::States::PARTY.keys,
    "accounts_role" => JustSeal::Core::Rights::ROLES,
    "versions_kind" => I18n.t("version_kinds").keys.map(&:to_s)
  }.each do |name, expected|
    it("agree for #{name}") { expect(words(name)).to match_array(expected) }
  end

  {
    field_kinds: JustSeal::Core::Fields::Kinds::ALL.keys,
    proof_methods: JustSeal::Core::Assurance::Methods::ALL.keys
  }.each do |table, expected|
    it "list what the registry of #{table} has" do
      expect(JustSeal::Store.db[table].select_map(:id)).to include(*expected)
    end
  end

  {
    "records_title_length" => JustSeal::Operations::CaptureRecord::MAX_TITLE,
    "dockets_message_length" => JustSeal::Operations::EditDocket::LIMITS.fetch("message"),
    "parties_name_length" => JustSeal::Operations::EditDocket::LIMITS.fetch("name"),
    "parties_email_length" => JustSeal::Core::Dockets::Address::MAX_CHARACTERS
  }.each do |name, expected|
    it "agree on the length for #{name}" do
      expect(constraint(name).scan(/\d+/).map(&:to_i).max).to eq(expected)
    end
  end

  it "keep locked versions from being changed or removed" do
    version = JustSeal::Store::Version.first(record_id: shared_docket.documents.first.record_id, kind: "sealed")
    expect { version.update(why: "other") }.to raise_error(Sequel::DatabaseError, /is locked/)
    expect { version.delete }.to raise_error(Sequel::DatabaseError, /is locked/)
  end

  it "want sealed versions and certificates to be locked" do
    record = capture
    values = {
      record_id: record.id,
      number: 9,
      kind: "sealed",
      file_name: "x.pdf",
      sha256: "0" * 64,
      size_bytes: 1,
      page_count: 1,
      page_sizes: Sequel.pg_jsonb([]),
      why: "x",
      created_at: Time.now
    }
    expect { JustSeal::Store::Version.create(values) }.to raise_error(Sequel::CheckConstraintViolation)
  end
end
