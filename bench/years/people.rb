# frozen_string_literal: true

require "fileutils"
require "hexapdf"
require "stringio"

module Years
  # The people of the office, its classes, and the dockets that go through it.
  module People
    include JustSeal

    PASSWORD_HASH = "none: nobody signs in"
    ROLES = { maren: "administrator", edda: "compliance", tobias: "sender" }.freeze
    CLIENT = "Years"

    # Keeps what would go out as mail, for whichever process asks.
    class Mails
      def initialize(folder)
        @folder = File.join(folder, "mails")
        FileUtils.mkdir_p(@folder)
      end

      def deliver(to:, text:, **) = File.write(File.join(@folder, to.first), text)

      # The token of the link in the last mail to +address+, which another process may be sending just now.
      def token(address)
        path = File.join(@folder, address)
        200.times { File.size?(path) ? break : sleep(0.05) }
        File.read(path)[%r{/room/([A-Za-z0-9_-]{43})}, 1]
      end
    end

    def found_office
      profile = Core::Offices::Profile.new(
        name: "Ravensholm Harbour Trust",
        zone: "Europe/Oslo",
        number_prefix: "RH",
        sender: "records@ravensholm.example"
      )
      Operations::KeepOffice.call(Cli.actor, profile)
      office.refresh
      Store::Unit.create(name: "Records")
      ROLES.each { |name, role| person(name, role) }
      Store::OfficeChoices.set("rulebook_alone", "yes")
      consent
      Store::CaseFile.create(code: "BL", title: "Berth licences", opened_at: office.now)
      new_keys
    end

    def staff(name)
      row = Store::Account.first(email: "#{name}@ravensholm.example")
      known = { id: row.id, name: row.name, role: row.role, unit: row.unit }
      Core::Actor.new(kind: "staff", **known, address: "127.0.0.1", client: CLIENT)
    end

    # Keys of the office, certified by whoever does by now.
    def new_keys
      Ports::SigningKeys::NAMES.each_key do |name|
        request = Operations::KeepKeys.new.request(Cli.actor, name: name)
        Operations::KeepKeys.new.install(Cli.actor, name: name, pem: authorities.enrol(request))
      end
    end

    # A class, and how long its records are kept; +years+: nil for good.
    def define_class(code, years)
      Operations::DefineClass.call(
        staff(:maren),
        definition: {
          "code" => code,
          "title" => years ? "Kept #{years} years" : "Kept for good",
          "scope_note" => "",
          "needs_signature" => false,
          "particulars" => [],
          "checks" => [],
          "naming_rule" => "",
          "filing_rule" => ""
        }
      )
      years && keep_for(code, years)
    end

    # A document that one party has signed and that is sealed; its jobs wait.
    def signed_docket(title, code)
      record = Operations::CaptureRecord.call(
        staff(:maren),
        bytes: page(title),
        file_name: "licence.pdf",
        title: title,
        record_class: Store::RecordClass.first(code: code),
        case_file: Store::CaseFile.first(code: "BL"),
        particulars: {}
      )
      docket = sent(Operations::DraftDocket.call(staff(:maren), record: record))
      work
      sign(docket)
      work
    end

    private

    def person(name, role)
      email = "#{name}@ravensholm.example"
      row = Store::Account.create(email: email, name: "#{name.capitalize} Viken", role: role, unit: "Records")
      Store.db[:account_password_hashes].insert(id: row.id, password_hash: PASSWORD_HASH)
    end

    def consent
      text = "You can sign this document electronically."
      row = { version: 1, body: text, sha256: Core::Ledger::Entry.digest(text), in_force_from: office.now - 3600 }
      Store::ConsentText.create(row)
    end

    def keep_for(code, years)
      schedule = Core::Retention::Schedule.new(
        start: "captured",
        count: years,
        unit: "years",
        action: "destroy",
        authority: "The board",
        basis: "Order 9"
      )
      row = Operations::SaveSchedule.call(
        staff(:maren),
        code: code,
        schedule: schedule,
        starts_at: office.now,
        version: 0
      )
      Operations::PublishSchedule.call(staff(:edda), code: code, version: row.version)
    end

    def page(title)
      doc = HexaPDF::Document.new
      canvas = doc.pages.add.canvas
      canvas.font(Office::FACES[:text].first, size: 14).text(title, at: [90, 700])
      StringIO.new("".b).tap { |out| doc.write(out) }.string
    end

    def sent(docket)
      party = {
        letter: "A",
        turn: 1,
        act: "sign",
        kind: "outside",
        account_id: nil,
        name: "Ines Halloran",
        email: "ines-#{docket.number.downcase}@sanderling.example",
        organisation: "Sanderling"
      }
      docket = Operations::EditDocket.call(
        staff(:maren),
        number: docket.number,
        edits: 0,
        title: docket.title,
        message: "Please sign.",
        deadline: office.now + (10 * 86_400),
        parties: [party]
      )
      field = { "kind" => "signature", "party" => "A", "page" => 1, "x" => 90.0, "y" => 300.0 }
      Operations::PlaceFields.call(
        staff(:maren),
        number: docket.number,
        edits: docket.edits,
        fields: [{ **field, "width" => 150.0, "height" => 30.0 }]
      )
      Operations::SendDocket.call(staff(:maren), number: docket.number)
      docket.refresh
    end

    def sign(docket)
      where = { address: "203.0.113.7", client: CLIENT }
      visit, = Operations::OpenRoom.call(office.mail.token(docket.parties.first.email), **where)
      visitor = visit.actor(**where)
      Operations::ConsentToSigning.call(visitor, version: 1)
      seen = Operations::ViewDocument.call(visitor).last
      Operations::ActOnDocket.call(visitor, seen: { 1 => seen }, mark: { "typed" => "Ines Halloran" })
    end
  end
end
