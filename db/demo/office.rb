# frozen_string_literal: true

require "argon2"
require "net/http"
require "puma"
require "puma/server"

%w[
  people
  classes
  word_files
  documents
  records
  story
  inquiries
  postman
  templates
  written
  circulated
  instructed
  kept
].each do |name|
  require_relative name
end

module JustSeal
  module Demo
    # Loads the demo office by doing what its people did, through operations, at the times when they did it. Nothing
    # is inserted past the rules but accounts and the first consent text.
    class Office
      # A clock that the story moves.
      Clock = Struct.new(:now)
      BROWSER = "Mozilla/5.0 (X11; Linux x86_64; rv:140.0) Gecko/20100101 Firefox/140.0"
      DAY_SECONDS = 86_400
      FIELD_GAP = 1

      def initialize(now: Time.now.utc)
        @now = now
        @clock = Clock.new(now)
        @papers = {}
        @records = {}
        @numbers = {}
        @secrets = {}
      end

      def load
        office = JustSeal.office
        kept = [office.clock, office.time_stamps, office.status, office.mail]
        with_authority_of_then(office) { tell }
      ensure
        office.clock, office.time_stamps, office.status, office.mail = kept
      end

      private

      # The stand-in authority once more, on a port of its own, with the story's clock: its stamps bear the story's
      # times.
      def with_authority_of_then(office)
        folder = File.join(office.settings.var, "standins", "authority")
        service = Standins::Server.new(
          authority: Standins::Authority.new(folder, address: File.dirname(office.settings.time_stamp_url)),
          mailbox: nil,
          application: office.settings.address,
          clock: -> { @clock.now }
        )
        server = Puma::Server.new(service)
        port = server.add_tcp_listener("127.0.0.1", 0).addr[1]
        server.run
        address = "http://127.0.0.1:#{port}"
        office.clock = @clock
        office.time_stamps = Ports::HttpTimeStamps.new("#{address}/time-stamp", roots: office.roots)
        office.status = Ports::HttpCertificateStatus.new(
          roots: office.roots,
          status_url: "#{address}/status",
          list_url: address
        )
        office.mail = @postman = Postman.new(office.mail)
        yield
      ensure
        server&.stop(true)
      end

      def tell
        @clock.now = @now - (60 * DAY_SECONDS)
        set_up
        Store.transaction { found }
        steps = Records::ALL.map { |record| [record[3], 8, :capture, record] } + Story::ALL
        steps.sort_by.with_index { |(days, hour, *), index| [-days, hour, index] }.each do |days, hour, step, *rest|
          go_to(days, hour)
          send(:"#{step}_step", *rest)
          acted = @clock.now # where many act, that takes longer
          go_to(days, hour, 4)
          @clock.now = [acted, @clock.now].max
          Jobs::Drain.call(at: @clock.now)
        end
        @clock.now = @now
        drop_files
        Instructed.tell(method(:staff))
        Kept.tell(method(:staff), @now)
        Jobs::Drain.call(at: @now)
        Operations::TakeCheckpoint.call
        Inquiries.tell(
          method(:staff),
          method(:account),
          @numbers,
          JustSeal.office.zone.to_local(@now).to_date,
          lambda {
            Jobs::Drain.call(at: @now)
          }
        )
        write_examples
      end

      def go_to(days, hour, minute = 0)
        local = JustSeal.office.zone.to_local(@now - (days * DAY_SECONDS))
        @clock.now = JustSeal.office.zone.local_to_utc(
          Time.utc(
            local.year,
            local.month,
            local.day,
            hour,
            minute,
            20 + hour
          )
        )
      end

      # By an app whose key bin/start prints.
      def enrol(account)
        steps = Operations::SecondSteps
        who = Core::Actor.new(kind: "staff", id: account.id, name: account.name, role: account.role, unit: account.unit)
        steps.new.allow(staff(:maren), account_id: account.id, reason: "Passport, at the records office")
        secret = steps.new.begin_app(who)
        steps.new.confirm_app(who, code: Core::Assurance::TimeCode.at(secret, @clock.now.to_i / 30))
      end

      # As whoever installs it does by hand.
      def set_up
        installer = Cli.actor
        Operations::KeepOffice.call(installer, Core::Offices::Profile.new(**People::OFFICE))
        Ports::SigningKeys::NAMES.each_key { |name| Operations::KeepKeys.new.rotate(installer, name: name) }
      end

      def found
        hasher = Argon2::Password.new
        People::STAFF.each do |person|
          account = Store::Account.create(person)
          Store.db[:account_password_hashes].insert(id: account.id, password_hash: hasher.create(People::PASSWORD))
        end
        People::UNITS.each do |unit, above|
          head = People::HEADS[unit]
          Operations::KeepUnits.new.save(
            staff(:maren),
            name: unit,
            above: above.to_s,
            head_id: head && account(head).id
          )
        end
        People::OUTSIDE.each_value do |name, email, organisation, telephone|
          Operations::SaveContact.call(
            staff(:maren),
            given: { "name" => name, "email" => email, "organisation" => organisation, "telephone" => telephone }
          )
        end
        enrol(Store::Account.first(email: People::TWO_FACTORS))
        define_classes
        keep_field_sets
        open_case_files
        add_templates
        Operations::SaveGroup.call(
          staff(:maren),
          name: "Harbour watch",
          lines: %w[joss tobias edda].map do |key|
            account(key).email
          end
        )
        Operations::SaveGroup.call(
          staff(:maren),
          name: "Licensees of the inner basin",
          lines: %i[halloran plover lindqvist].map do |key|
            People::OUTSIDE.fetch(key)[1]
          end
        )
        [
          ["2026-12-24", "Christmas Eve"],
          ["2026-12-25", "Christmas Day"],
          ["2026-12-31", "New Year’s Eve"],
          ["2027-01-01", "New Year’s Day"],
          ["2027-05-17", "Founders’ Day of the port"]
        ]
          .each do |day, title|
          Operations::KeepHoliday.call(staff(:maren), text: day, title: title)
        end
        Store::ConsentText.create(
          version: 1,
          body: Classes::CONSENT,
          sha256: Core::Ledger::Entry.digest(Classes::CONSENT),
          in_force_from: @now - (60 * DAY_SECONDS)
        )
        Operations::WriteConsent.call(staff(:edda), language: "nb", class_code: nil, body: Classes::CONSENT_NB)
        put_cards_in
      end

      # Cards for the stand-in reader: one that is good, and one that is not any more.
      def put_cards_in
        reader = JustSeal.office.settings.reader_url or return
        name, email = People::OUTSIDE.fetch(:ostara)
        [{ name: name, email: email }, { name: name, email: email, flaw: "expired" }].each do |card|
          Net::HTTP.post_form(URI("#{reader}/cards"), card)
        end
      end

      def keep_field_sets
        Queries::FieldSetStarters.spoken.each do |name, definition|
          Operations::SaveFieldSet.call(staff(:maren), name: name, definition: definition)
        end
      end

      def define_classes
        Classes::ALL.each do |code, (title, note, particulars, checks, naming_rule, filing_rule, parties)|
          Operations::DefineClass.call(
            staff(:maren),
            definition: {
              "code" => code,
              "title" => title,
              "scope_note" => note,
              "needs_signature" => code != "SP",
              "particulars" => particulars,
              "checks" => checks || [],
              "naming_rule" => naming_rule.to_s,
              "filing_rule" => filing_rule.to_s,
              "default_parties" => parties.to_a.map do |source, ref|
                {
                  "turn" => source == "staff" ? 2 : 1,
                  "act" => "sign",
                  "source" => source,
                  "ref" => source == "staff" ? account(ref).id : ref
                }
              end
            }
          )
        end
      end

      def open_case_files
        Classes::CASE_FILES.each do |code, title, note, parent, record_class, particulars, see, change|
          access = { "see" => { "units" => see }, "change" => { "units" => change } }
          Operations::SaveCaseFile.call(
            staff(:maren),
            given: {
              "code" => code,
              "title" => title,
              "note" => note,
              "parent" => parent,
              "class" => record_class,
              "particulars" => particulars,
              "parties" => [],
              "access" => access
            }
          )
        end
      end

      def add_templates
        {
          "MB" => ["Berth licence", WordFiles.docx(WordFiles::BERTH_LICENCE)],
          "HZ" => [
            "Dangerous-goods statement",
            WordFiles.odt(WordFiles::DANGEROUS_GOODS)
          ]
        }.each do |code, (title, bytes)|
          Operations::SaveTemplate.call(
            staff(:maren),
            record_class: Store::RecordClass.first(code: code),
            title: title,
            bytes: bytes,
            file_name: title
          )
        end
      end

      # What lies on the records administrator's desk, dropped this morning and not kept yet.
      def drop_files
        intake = Operations::OpenIntake.call(staff(:maren), case_file: Store::CaseFile.first(code: "BL-2027"))
        vessel = documents.make(
          "MB",
          "Berth licence",
          {
            ref: "GODWIT",
            vessel: "MV Godwit",
            berth: "Berth 17",
            licensee: "Sanderling Shipping",
            yearly_dues: "16900.00",
            **Records::NEXT_YEAR
          },
          People::OUTSIDE.fetch(:halloran)
        ).bytes
        {
          "Berth licence SY Redshank.docx" => WordFiles.docx(
            WordFiles::LETTER,
            title: "Berth licence, SY Redshank, berth 23"
          ),
          "godwit_licence_final.pdf" => vessel,
          "licence with form (2).pdf" => scripted(vessel)
        }.each do |name, bytes|
          Operations::AddToIntake.call(staff(:maren), intake_id: intake.id, bytes: bytes, file_name: name)
        end
      end

      # A PDF that opens with a script, as some forms do.
      def scripted(bytes)
        doc = Core::Pdf::Signing.open(bytes)
        doc.catalog[:OpenAction] = { Type: :Action, S: :JavaScript, JS: "this.calculateNow();" }
        StringIO.new("".b).tap { |out| doc.write(out, incremental: true) }.string
      end

      # Steps
      # ------------------------------------------------------------------------------------------------------------

      def capture_step(record)
        key, code, case_code, _, whom, title, values = record
        person = whom && People::OUTSIDE.fetch(whom)
        values = values.merge(ref: key.to_s.upcase)
        values[:signatory] = person[1] if person && %w[MB QL].include?(code)
        paper = documents.make(code, title, values, whom ? People::OUTSIDE.fetch(whom) : nil)
        @papers[key] = [paper, whom]
        @records[key] = Operations::CaptureRecord.call(
          staff(:maren),
          bytes: paper.bytes,
          file_name: "#{title}.pdf",
          title: title,
          record_class: Store::RecordClass.first(code: code),
          case_file: Store::CaseFile.first(code: case_code),
          particulars: values.except(:ref).transform_keys(&:to_s)
        )
      end

      def draft_step(key, sender, signer, days = 14)
        docket = Operations::DraftDocket.call(staff(sender), record: Store::Record[@records.fetch(key).id])
        @numbers[key] = docket.number
        name, email, organisation, telephone = People::OUTSIDE.fetch(@papers.fetch(key).last)
        colleague = account(signer)
        house = JustSeal.office.name
        parties = [
          {
            letter: "A",
            turn: 1,
            act: "sign",
            kind: "outside",
            account_id: nil,
            name: name,
            email: email,
            organisation: organisation,
            telephone: telephone,
            phrase: Story::PHRASES[key],
            holds: Story::HOLDS[key]
          },
          {
            letter: "B",
            turn: 2,
            act: "sign",
            kind: "staff",
            account_id: colleague.id,
            name: colleague.name,
            email: colleague.email,
            organisation: house
          },
          *Story::FURTHER.fetch(key, []).map do |letter, turn, act, who|
            further(letter, turn, act, account(who))
          end
        ]
        docket = enclose(docket, sender, Story::ENCLOSED[key]) if Story::ENCLOSED[key]
        docket = Operations::EditDocket.call(
          staff(sender),
          number: docket.number,
          edits: docket.edits,
          title: docket.title,
          message: Story::MESSAGE,
          deadline: deadline(days),
          parties: parties,
          reminders: { remind_after_days: 5, remind_every_days: 4, remind_before_days: 1 }
        )
        Operations::PlaceFields.call(staff(sender), number: docket.number, edits: docket.edits, fields: fields(key))
      end

      def enclose(docket, sender, key)
        wanted = [
          [docket.documents.first.record.number, "sign"],
          [Store::Record[@records.fetch(key).id].number, "enclosure"]
        ]
        Operations::ArrangeDocuments.call(
          staff(sender),
          number: docket.number,
          edits: docket.edits,
          documents: wanted.map do |record, role|
            { "record" => record, "role" => role }
          end
        )
      end

      def rulebook_step(index)
        title, rules = Story::RULEBOOKS.fetch(index)
        # The demo has one compliance officer.
        Operations::PublishRulebook.new.decide(staff(:maren), alone: true) if index.zero?
        Operations::SaveRulebook.call(
          staff(:edda),
          title: title,
          definition: { "rules" => rules },
          starts_at: @clock.now,
          version: index
        )
      end

      def checkpoint_step = Operations::TakeCheckpoint.call

      def waiver_step(key, asker, reason)
        Operations::AskWaiver.call(
          staff(asker),
          number: @numbers.fetch(key),
          letter: "A",
          granted: 1,
          reason: reason,
          ends_at: @now + (5 * DAY_SECONDS)
        )
      end

      def write_step
        Written::CLAUSES.each do |name, (title, body)|
          Operations::SaveClause.call(staff(:maren), name: name, title: title, body: body)
        end
        Operations::WriteDocument.call(
          staff(:maren),
          html: Written::PROCEDURE,
          title: Written::TITLE,
          record_class: Store::RecordClass.first(code: "SP"),
          case_file: Store::CaseFile.first(code: "OP-2026"),
          particulars: Written::PARTICULARS
        )
      end

      # What is usual for a class is saved as a template.
      def templates_step
        Templates::ALL.each do |key, title, description, tags, titles, more|
          docket = Store::Docket.first(number: @numbers.fetch(key))
          made = Queries::TemplateFrom.new(docket, title, files: more.key?(:files))
          definition = Templates.told(made.definition, description, tags, titles, more)
          Operations::SaveDocketTemplate.call(staff(:maren), definition: definition, known: made.kept)
        end
        keep_procedure
      end

      def keep_procedure
        record = Store::Record[@records.fetch(:gales).id]
        version = record.versions_dataset.working.first
        definition = Templates.procedure(version, "Standing procedure")
        row = Operations::SaveDocketTemplate.call(staff(:maren), definition: definition, known: [version.sha256])
        Operations::FavourTemplate.call(staff(:maren), template: row)
        Operations::FavourTemplate.call(staff(:maren), template: Store::DocketTemplate.order(:id).first)
      end

      # A standing procedure goes round.
      def circulate_step(key)
        record = Store::Record[@records.fetch(key).id]
        circulation = Operations::DraftCirculation.call(staff(:maren), record: record)
        Operations::EditCirculation.call(
          staff(:maren),
          number: circulation.number,
          edits: 0,
          **Circulated.asked(record)
        )
        Operations::StartCirculation.call(staff(:maren), number: circulation.number)
      end

      # Some of those who were asked have acted, opened it or refused.
      def circulated_step
        people = Store::CirculationRecipient.order(:id).all.to_h { |one| [one.name, one] }
        Circulated::ACTED.each { |name| act(people.fetch(name).party, declaration: Circulated::WORDS) }
        Circulated::OPENED.each { |name| look(people.fetch(name).party) }
        Circulated::REFUSED.each do |name, reason|
          Operations::RefuseDocket.call(visit_of(people.fetch(name).party), reason: reason)
        end
      end

      # A member of staff who approves, acknowledges, or receives a copy.
      def further(letter, turn, act, row)
        {
          letter: letter,
          turn: turn,
          act: act,
          kind: "staff",
          account_id: row.id,
          name: row.name,
          email: row.email,
          organisation: JustSeal.office.name
        }
      end

      def send_step(key, sender, signer, days)
        draft_step(key, sender, signer, days)
        Operations::SendDocket.call(staff(sender), number: @numbers.fetch(key))
      end

      def open_step(key) = look(asked_now(key))

      def act_step(key, how)
        party = asked_now(key)
        act(party, mark: how == :typed ? { "typed" => party.name } : drawn)
      end

      # Comes in, agrees and is shown the document; returns [visitor, sha256].
      def look(party)
        visitor = visit_of(party)
        Operations::ConsentToSigning.call(visitor, version: 1)
        @clock.now += 130
        [visitor, Operations::ViewDocument.call(visitor).last]
      end

      def act(party, **given)
        visitor, sha256 = look(party)
        @clock.now += 75
        Operations::ActOnDocket.call(visitor, seen: { 1 => sha256 }, **given)
      end

      def refuse_step(key, reason) = Operations::RefuseDocket.call(visit(key), reason: reason)

      def withdraw_step(key, sender, reason)
        Operations::WithdrawDocket.call(staff(sender), number: @numbers.fetch(key), reason: reason)
      end

      # Helpers
      # ----------------------------------------------------------------------------------------------------------

      def documents = @documents ||= Documents.new(JustSeal.office.faces)

      def account(key)
        Store::Account.first(email: People::STAFF.find { |person| person[:email].start_with?(key.to_s) }[:email])
      end

      def staff(key)
        row = account(key)
        Core::Actor.new(
          kind: "staff",
          id: row.id,
          name: row.name,
          role: row.role,
          unit: row.unit,
          address: "10.20.0.#{row.id + 10}",
          client: BROWSER
        )
      end

      # Whoever has to act now.
      def asked_now(key)
        docket = Store::Docket.first(number: @numbers.fetch(key))
        docket.parties.find { |one| Core::Dockets::States::MAY_ACT.include?(one.state) }
      end

      def visit(key) = visit_of(asked_now(key))

      # Comes in by the link of the newest mail.
      def visit_of(party)
        docket = party.docket
        address = party.staff? ? "10.20.0.31" : "203.0.113.#{(party.id % 200) + 10}"
        where = { address: address, client: BROWSER }
        token = @postman.token_for(party.email, docket.title)
        visit, secret = Operations::OpenRoom.call(token, **where, secrets: @secrets)
        @secrets[visit.handle] = secret if secret
        visit.actor(**where)
      end

      def deadline(days)
        local = JustSeal.office.zone.to_local(@clock.now + (days * DAY_SECONDS))
        JustSeal.office.zone.local_to_utc(Time.utc(local.year, local.month, local.day, 17))
      end

      # Fields on the lines of the document, just above them.
      def fields(key)
        @papers.fetch(key).first.lines.zip(%w[A B]).flat_map do |lines, letter|
          {
            "signature" => [:signature, 184, 30],
            "acting_date" => [:date, 118, 15],
            "full_name" => [:name, 184, 15]
          }.map do |kind, (line, width, height)|
            x, y = lines.fetch(line)
            {
              "kind" => kind,
              "party" => letter,
              "page" => lines.fetch(:page),
              "x" => x.to_f + 2,
              "y" => (y + FIELD_GAP).to_f,
              "width" => width,
              "height" => height
            }
          end
        end + asked(key)
      end

      # What the first party fills in, under names that formulas can use.
      def asked(key)
        @papers.fetch(key).first.asked.map do |one|
          x, y = one[:place]
          name = one[:settings]["label"].downcase[/[a-z]+( [a-z]+)?/].tr(" ", "_").delete_suffix("_in")
          {
            "kind" => one[:kind],
            "party" => "A",
            "page" => one[:page],
            "x" => x.to_f,
            "y" => y.to_f,
            "width" => one[:width],
            "height" => one[:height],
            "key" => name,
            "settings" => one[:settings]
          }
        end
      end

      # A signature as a hand would draw it: two loops and a line under them.
      def drawn
        loops = Array.new(60) do |step|
          [20 + (step * 4.2), 60 + (34 * Math.sin(step / 4.0)) - (12 * Math.sin(step / 1.7))].map do |number|
            number.round(1)
          end
        end
        { "strokes" => [loops, [[30, 112], [150, 106], [262, 110]]], "width" => 290, "height" => 124 }
      end

      # Files to try the check on, in the folder "examples": a sealed document with its certificate, its evidence bundle
      # and the root on which they rest; and one altered after sealing.
      def write_examples
        version = Store::Version.where(kind: "sealed").order(:id).first
        sealed = JustSeal.office.blobs.get(version.sha256)
        certificate = Store::Version.where(kind: "certificate", docket_number: version.docket_number).get(:sha256)
        bundle, = Operations::ExportBundle.call(staff(:rosalind), number: version.docket_number)
        files = {
          "sealed.pdf" => sealed,
          "altered.pdf" => altered(sealed),
          "certificate.pdf" => JustSeal.office.blobs.get(certificate),
          "evidence.asice" => bundle,
          "root.pem" => JustSeal.office.roots.map(&:to_pem).join
        }
        folder = File.join(JustSeal.office.settings.var, "examples")
        FileUtils.mkdir_p(folder)
        files.each { |name, bytes| File.binwrite(File.join(folder, name), bytes) }
      end

      # Writes other dues over the sealed page, in an update of its own.
      def altered(sealed)
        doc = Core::Pdf::Signing.open(sealed)
        canvas = doc.pages[0].canvas(type: :overlay)
        canvas.fill_color(255, 255, 255).rectangle(219, 530, 120, 16).fill
        canvas.fill_color(0, 0, 0).font("Helvetica", size: 10).text("EUR 246.00", at: [220, 534])
        StringIO.new("".b).tap { |out| doc.write(out, incremental: true) }.string
      end
    end
  end
end
