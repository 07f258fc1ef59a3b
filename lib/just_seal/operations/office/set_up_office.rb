# frozen_string_literal: true

require "digest"
require "securerandom"

module JustSeal
  module Operations
    # Begins an office, once: what it says of itself, its first administrator, and a text to which parties agree. From a
    # page this needs a code that somebody on the machine itself has made.
    class SetUpOffice < Operation
      CHAIN = "office"
      CODE_SECONDS = 3600
      CODE_GROUPS = [5, 5, 5, 5].freeze
      MAX_TRIES = 10
      # What parties agree to until the office has written its own: a text for each language, that of the office first.
      CONSENT = Dir[File.join(ROOT, "config", "starters", "consent.*.txt")].to_h do |path|
        [path[/consent\.(\w+)\.txt\z/, 1], path]
      end.freeze

      # +name+, +email+, +unit+: of the first administrator; +password+, +again+: as typed.
      Person = Core::Value.of(:name, :email, :unit, :password, :again)

      def self.done? = Store::Account.any?

      # A new code, which is shown once and kept as a hash; older ones end.
      def code
        refuse_second
        said = CODE_GROUPS.map { |size| SecureRandom.alphanumeric(size).upcase }.join("-")
        transaction do
          db[:setup_codes].delete
          db[:setup_codes].insert(code_sha256: digest(said), made_at: now, ends_at: now + CODE_SECONDS)
        end
        said
      end

      # +profile+: Core::Offices::Profile as typed; +person+: Person; +code+: nil for whoever gives commands on the
      # machine; +logo+: bytes of a PNG, nil for none. Returns the Store::Account. Raises Errors::Conflict where it was
      # done before, Errors::Invalid keyed as KeepOffice and "code", "person", "email", "unit", "password", "again",
      # "logo".
      def call(actor, profile:, person:, code: nil, logo: nil)
        refuse_second
        check_code(code) unless actor.via == "command_line"
        hash = checked(profile, person)
        sha256 = logo && KeepLogo.new.taken(logo)
        account = transaction do
          # Two at once: the second one waits here, and finds that it was done.
          db.run("LOCK TABLE accounts IN SHARE ROW EXCLUSIVE MODE")
          refuse_second
          begin_office(actor, profile, person, hash).tap { KeepLogo.new.keep(actor, sha256) }
        end
        office.refresh
        account
      end

      private

      def refuse_second
        raise Errors::Conflict, :set_up_before if self.class.done?
      end

      # A wrong code counts, also when what was typed with it is refused.
      def check_code(code)
        right = transaction do
          row = db[:setup_codes].where(Sequel[:ends_at] > now).for_update.first
          next false if row.nil? || row[:tries] >= MAX_TRIES

          db[:setup_codes].where(id: row[:id]).update(tries: row[:tries] + 1)
          OpenSSL.fixed_length_secure_compare(row[:code_sha256], digest(code.to_s.strip.upcase))
        end
        raise Errors::Invalid, { "code" => :setup_code_wrong } unless right
      end

      # The hash of the password; all that is wrong at once.
      def checked(profile, person)
        problems = KeepOffice.problems(profile)
        problems = problems.merge(StaffReview.call(person, role: "administrator").transform_keys { |key| named(key) })
        hash = PasswordKeeper.hash(
          person.password,
          again: person.again,
          known: [person.name, person.email, profile.name]
        )
        raise Errors::Invalid, problems if problems.any?

        hash
      rescue Errors::Invalid => e
        raise Errors::Invalid, problems.merge(e.problems)
      end

      # "name" is the office's.
      def named(key) = key == "name" ? "person" : key

      def begin_office(actor, profile, person, hash)
        KeepOffice.new.keep(actor, profile)
        unit = person.unit.strip
        Store::Unit.dataset.insert_conflict.insert(name: unit)
        account = Store::Account.create(
          name: person.name.strip,
          email: person.email.strip,
          role: "administrator",
          unit: unit,
          may_enrol_until: now + SecondSteps::ENROL_SECONDS
        )
        PasswordKeeper.put(account, hash)
        db[:setup_codes].delete
        facts = { "name" => account.name, "role" => account.role, "unit" => unit }
        record_event_on(StaffAccounts::CHAIN, "account.made", actor, facts)
        write_consents(actor, profile.language)
        account
      end

      def write_consents(actor, first)
        return if Store::ConsentText.any?

        languages = CONSENT.keys.sort_by { |language| [language == first ? 0 : 1, language] }
        languages.each.with_index(1) { |language, version| write_consent(actor, language, version) }
      end

      def write_consent(actor, language, version)
        text = File.read(CONSENT.fetch(language)).strip
        row = Store::ConsentText.create(
          version: version,
          language: language,
          body: text,
          sha256: Core::Ledger::Entry.digest(text),
          in_force_from: now
        )
        facts = { "text" => version, "language" => row.language, "class" => "all", "sha256" => row.sha256 }
        record_event_on(WriteConsent::CHAIN, "consent.written", actor, facts)
      end

      def digest(code) = Digest::SHA256.hexdigest("setup code #{code}")
    end
  end
end
