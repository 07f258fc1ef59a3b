# frozen_string_literal: true

require "argon2"
require "mail"
require "securerandom"

# A small office on the test database: people, a class, a case file; and the steps that specs begin with.
module TestOffice
  PASSWORD = "a password for specs"
  CLIENT = "RSpec"

  # A clock that specs can move.
  Clock = Struct.new(:offset) do
    def now = Time.now.utc + offset
  end

  PROFILE = {
    name: "Ravensholm Harbour Trust",
    zone: "Europe/Oslo",
    number_prefix: "RH",
    sender: "records@ravensholm.example"
  }.freeze

  ROLES = { maren: "administrator", edda: "compliance", tobias: "sender", joss: "sender", rosalind: "auditor" }.freeze

  class << self
    def found
      @found ||= begin
        JustSeal::Store.connect(JustSeal::Settings.new.need(:database_url))
        set_up
        hash = Argon2::Password.new(t_cost: 1, m_cost: 5).create(PASSWORD)
        JustSeal::Store::Unit.create(name: "Specs")
        ROLES.each { |name, role| person(name, role, hash) }
        JustSeal::Store::OfficeChoices.set("rulebook_alone", "yes")
        classes
        text = "You can sign this document electronically."
        JustSeal::Store::ConsentText.create(
          version: 1,
          body: text,
          sha256: Digest::SHA256.hexdigest(text),
          in_force_from: Time.now - 3600
        )
        true
      end
    end

    private

    # Keys lie in files, and outlive the database of a run.
    def set_up
      installer = JustSeal::Cli.actor
      JustSeal::Operations::KeepOffice.call(installer, JustSeal::Core::Offices::Profile.new(**PROFILE))
      JustSeal::Ports::SigningKeys::NAMES.each_key do |name|
        JustSeal.office.keys.find(name) || JustSeal::Operations::KeepKeys.new.rotate(installer, name: name)
      end
    end

    def person(name, role, hash)
      account = JustSeal::Store::Account.create(
        email: "#{name}@ravensholm.example",
        name: "#{name.capitalize} Test",
        role: role,
        unit: "Specs"
      )
      JustSeal::Store.db[:account_password_hashes].insert(id: account.id, password_hash: hash)
    end

    def classes
      particulars = [
        { "name" => "vessel", "label" => "Vessel", "type" => "text", "required" => true },
        {
          "name" => "yearly_dues",
          "label" => "Yearly dues",
          "type" => "money",
          "unit" => "EUR"
        },
        { "name" => "valid_from", "label" => "Valid from", "type" => "date" }
      ]
      maren = JustSeal::Store::Account.first(email: "maren@ravensholm.example")
      actor = JustSeal::Core::Actor.new(kind: "staff", id: maren.id, name: maren.name, role: maren.role)
      JustSeal::Operations::DefineClass.call(
        actor,
        definition: {
          "code" => "MB",
          "title" => "Berth licences",
          "scope_note" => "Licences.",
          "needs_signature" => true,
          "particulars" => particulars,
          "checks" => [],
          "naming_rule" => "",
          "filing_rule" => ""
        }
      )
      JustSeal::Store::CaseFile.create(code: "BL-1", title: "Berth licences", opened_at: Time.now)
      JustSeal::Store::CaseFile.create(code: "BL-0", title: "Old licences", opened_at: Time.now, closed_at: Time.now)
    end
  end

  def open_office
    TestOffice.found
    @kept = %i[clock time_stamps status mail callbacks].to_h { |part| [part, office.public_send(part)] }
    office.clock = @clock = Clock.new(0)
    JustSeal::Store.db[:rate_counts].delete
  end

  def close_office = @kept.each { |part, value| office.public_send("#{part}=", value) }

  def office = JustSeal.office
  attr_reader :clock

  def sight(name = :maren) = JustSeal::Queries::VisibleScope.new(account(name))

  # A list of records by the parameters of its address.
  def records_by(given = {}, name: :maren, **options)
    JustSeal::Queries::RecordList.new(
      JustSeal::Queries::RecordFilters.new(given, sight: sight(name)),
      sight: sight(name),
      **options
    ).page
  end

  def account(name) = JustSeal::Store::Account.first(email: "#{name}@ravensholm.example")

  def staff(name)
    row = account(name)
    JustSeal::Core::Actor.new(
      kind: "staff",
      id: row.id,
      name: row.name,
      role: row.role,
      unit: row.unit,
      address: "127.0.0.1",
      client: CLIENT
    )
  end

  def capture(actor = staff(:maren), title: "Berth licence, MV Sanderling", bytes: pdf, **options)
    JustSeal::Operations::CaptureRecord.call(
      actor,
      bytes: bytes,
      file_name: "licence.pdf",
      title: title,
      record_class: JustSeal::Store::RecordClass.first(code: "MB"),
      case_file: JustSeal::Store::CaseFile.first(code: "BL-1"),
      particulars: { "vessel" => "MV Sanderling" },
      **options
    )
  end

  # A class like that of the others, whose readings are entered.
  def read_class
    definition = JustSeal::Store::RecordClass.first(code: "MB").definition
    JustSeal::Store::RecordClass.first(code: "RD") || JustSeal::Operations::DefineClass.call(
      staff(:maren),
      definition: definition.merge("code" => "RD", "title" => "Papers that are read", "notes_readings" => true)
    )
  end

  def field(party, kind = "signature", y: 300.0, page: 1)
    { "kind" => kind, "party" => party, "page" => page, "x" => 90.0, "y" => y, "width" => 150.0, "height" => 30.0 }
  end

  def usual_fields
    [field("A"), field("A", "acting_date", y: 260.0), field("A", "full_name", y: 220.0), field("B", y: 120.0)]
  end

  # A rulebook in force from now on; earlier ones stay what they are. +rules+: as of Core::Assurance::Rulebook.
  # One that says of whom the provider at which they signed on vouches for two factors.
  def rulebook_for_sign_on(claim, value)
    write_rulebook(
      "rules" => [{ "title" => "All", "floor" => 1 }],
      "sign_on" => [{ "claim" => claim, "value" => value }]
    )
  end

  def rulebook(*rules) = write_rulebook({ "rules" => rules })

  def write_rulebook(definition)
    JustSeal::Operations::SaveRulebook.call(
      staff(:edda),
      title: "For a spec",
      definition: definition,
      starts_at: office.now,
      version: JustSeal::Store::Rulebook.max(:version).to_i
    )
  end

  # What is written can't be taken away: other examples get one that demands nothing, by the real clock.
  def neutral_rulebook
    clock.offset = 0
    written = rulebook({ "title" => "Whatever comes", "fresh_minutes" => 30 })
    raise "an example left rules that begin later" unless JustSeal::Store::Rulebook.in_force(office.now) == written
  end

  # A code that no class of this office has.
  def unused_code
    loop do
      code = Array.new(4) { ("A".."Z").to_a.sample }.join
      return code if JustSeal::Store::RecordClass.where(code: code).none?
    end
  end

  # A draft that is ready to be sent. +same_turn+: both parties in turn 1.
  def ready_draft(sender: :maren, record: capture, name: "Ines Halloran", same_turn: false)
    docket = JustSeal::Operations::DraftDocket.call(staff(sender), record: record)
    colleague = account(:joss)
    parties = [
      {
        letter: "A",
        turn: 1,
        act: "sign",
        kind: "outside",
        account_id: nil,
        name: name,
        email: "ines-#{SecureRandom.hex(4)}@sanderling.example",
        organisation: "Sanderling"
      },
      {
        letter: "B",
        turn: same_turn ? 1 : 2,
        act: "sign",
        kind: "staff",
        account_id: colleague.id,
        name: colleague.name,
        email: colleague.email,
        organisation: "Trust"
      }
    ]
    docket = JustSeal::Operations::EditDocket.call(
      staff(sender),
      number: docket.number,
      edits: 0,
      title: docket.title,
      message: "Please sign.",
      deadline: office.now + (10 * 86_400),
      parties: parties
    )
    JustSeal::Operations::PlaceFields.call(
      staff(sender),
      number: docket.number,
      edits: docket.edits,
      fields: usual_fields
    )
  end

  # +draft+ with more of its first party, and with +options+ of the docket.
  def edited(draft, options: {}, **first)
    draft.refresh
    kept = draft.parties.map { |party| party.values.slice(:letter, *JustSeal::Operations::EditDocket::OF_PARTY) }
    kept[0] = kept[0].merge(first)
    JustSeal::Operations::EditDocket.call(
      staff(:maren),
      number: draft.number,
      edits: draft.edits,
      title: draft.title,
      message: "",
      deadline: draft.deadline,
      parties: kept,
      options: options
    )
  end

  def sent_docket(**options)
    draft = ready_draft(**options)
    JustSeal::Operations::SendDocket.call(staff(:maren), number: draft.number).tap { work_jobs }
  end

  # The entries of a chain, parsed, in their order.
  def entries_of(chain) = JustSeal::Store::Ledger.told(chain)

  def work_jobs(at: office.now) = JustSeal::Jobs::Drain.call(at: at)
  def party(docket, letter) = JustSeal::Store::Party.first(docket_id: docket.id, letter: letter)
  def document(docket) = JustSeal::Store::DocketDocument.where(docket_id: docket.id).order(:position).first

  # The token in the newest mail to a party.
  def token_for(party)
    mails(party.email).filter_map { |mail| mail.text_part.decoded[%r{/room/([A-Za-z0-9_-]{43})}, 1] }.first
  end

  # Mails to an address, the newest first, as the stand-in mailbox keeps them.
  def mails_to(address) = mails(address).to_a

  # The same, one after the other. There are hundreds in a run: each is taken apart once, and only if it is wanted.
  def mails(address)
    paths = Dir[File.join(office.settings.var, "standins", "mail", "*.eml")].reverse
    paths.lazy
      .select { |path| (HEADS[path] ||= File.read(path, 3000)).include?(address) }
      .map { |path| MAILS[path] ||= Mail.read(path) }
      .select { |mail| mail.to.include?(address) }
  end
  HEADS = {} # rubocop:disable Style/MutableConstant
  MAILS = {} # rubocop:disable Style/MutableConstant

  # Text messages to a number, the newest first, as the stand-in gateway keeps them.
  def texts_to(number)
    path = File.join(office.settings.var, "standins", "telephones", "texts.jsonl")
    File.readlines(path).map do |line|
      JSON.parse(line)
    end.select { |text| text["to"] == number }.map { |text| text["text"] }.reverse
  end

  # Comes in by a link, in a browser that knows of nothing; returns the visitor.
  def begin_visit(token, **where)
    where = { address: "203.0.113.7", client: CLIENT, **where }
    visit, = JustSeal::Operations::OpenRoom.call(token, **where)
    visit.actor(**where.slice(:address, :client))
  end

  # Comes in as a party does, agrees, and is shown the document; returns [visitor, sha256].
  def enter_room(docket, letter, token: token_for(party(docket, letter)))
    visitor = begin_visit(token)
    JustSeal::Operations::ConsentToSigning.call(visitor, version: 1)
    [visitor, JustSeal::Operations::ViewDocument.call(visitor).last]
  end

  # A party in its newest visit.
  def visitor_of(docket, letter)
    visit = JustSeal::Store::Visit.where(party_id: party(docket, letter).id).order(:number).last
    visit.actor(address: visit.address, client: visit.client)
  end

  # +visitor+: who is in the room already; without one, somebody comes in.
  def sign(docket, letter, mark: { "typed" => "Ines Halloran" }, visitor: begin_visit(token_for(party(docket, letter))))
    JustSeal::Operations::ConsentToSigning.call(visitor, version: 1)
    sha256 = JustSeal::Operations::ViewDocument.call(visitor).last
    JustSeal::Operations::ActOnDocket.call(visitor, seen: { 1 => sha256 }, mark: mark)
    work_jobs
  end

  def signed_docket(**options)
    docket = sent_docket(**options)
    %w[A B].each { |letter| sign(docket, letter) }
    docket.refresh
  end

  # A docket that both signed and that is sealed, made once a process: for examples that change nothing about it.
  def shared_docket
    JustSeal::Store::Docket[SHARED[:docket] ||= signed_by_now.id]
  end
  SHARED = {} # rubocop:disable Style/MutableConstant

  # Signed by the real clock, whatever the example made of it.
  def signed_by_now
    kept = clock.offset
    clock.offset = 0
    signed_docket
  ensure
    clock.offset = kept
  end

  def kinds(docket) = entries_of(docket.number).map { |entry| entry["kind"] }
end
