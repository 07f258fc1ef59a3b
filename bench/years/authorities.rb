# frozen_string_literal: true

module Years
  # Stand-in authorities over the years: their keys end and are followed by others, one goes out of business, one is
  # lost on a known day, and all of them move to another root, another digest, another kind of key. They answer by the
  # clock that they are given, and count how often they are asked.
  class Authorities
    include JustSeal

    ROOT_CHANGES = Time.utc(2041)
    DIGEST_CHANGES = Time.utc(2037)
    KEYS_CHANGE = Time.utc(2042)
    # Years in which an authority takes a new key; from +since+ to +till+ it is there.
    FIRM = Struct.new(:name, :since, :till, :births)
    FIRMS = [
      FIRM.new(
        "Kestrel Coast",
        Time.utc(2026),
        nil,
        [2026, *2029.step(2035, 3), 2037, 2039, *2041..2042, *2045.step(2054, 3)]
      ),
      FIRM.new("Merlin Sound", Time.utc(2026), Time.utc(2033, 7), [2026, 2029, 2032]),
      FIRM.new("Osprey Ness", Time.utc(2033), nil, [2033, 2036.5, 2037, 2040, *2041..2042, *2044.step(2053, 3)])
    ].freeze
    # The firm whose key is lost, and when that is known.
    LOST = "Osprey Ness"
    LOST_ON = Time.utc(2036, 5, 10)
    CERTIFIED_YEARS = { root: 32, issuing: 9, stamps: 5, status: 6, enrolled: 8 }.freeze

    # A key of a firm, from when on it is used.
    Generation = Struct.new(:firm, :born, :authority)

    # +folder+: where their keys lie; +clock+: callable that gives a Time.
    def initialize(folder, clock)
      @folder = folder
      @clock = clock
      @generations = {}
    end

    def now = @clock.call
    def calls = File.size?(calls_path).to_i

    # Certificates of the roots that are known by now.
    def roots = [root("First"), (root("Second") if now >= ROOT_CHANGES)].compact.map(&:certificate)
    def first_root = root("First").certificate

    # As Office#time_stamps.
    def time_stamps = Stamps.new(self)

    # DER of a token over +digest+, by the first firm that is there; +turn+: how many are passed over.
    def stamp(digest, imprint, turn)
      firms = FIRMS.select { |firm| there?(firm) && !lost?(firm) }
      generation = current(firms.rotate(turn + offset).first)
      note
      question = Core::Trust::TimeStamp.request(digest, nonce: rand(2**60), algorithm: imprint)
      service = Standins::TimeStamps.new(generation.authority, clock: @clock)
      Core::Trust::TimeStamp.token(service.answer(question), question: question)
    end

    # For a year the office asks the one first whose key is lost in the next.
    def offset = now.year == LOST_ON.year - 1 ? 1 : 0

    # As Office#status.
    def material(certificates, known: [])
      pool = (certificates + roots).uniq(&:to_der)
      asked = pool.reject { |one| known.any? { |other| other.to_der == one.to_der } || one.issuer == one.subject }
      answers = asked.map { |one| answer(one, pool) }
      responders = answers.filter_map { |_, _, responder| responder }
      Core::Pdf::Seal::Material.new(
        certificates: (pool + responders).uniq(&:to_der).map(&:to_der),
        ocsps: answers.filter_map { |kind, der, _| der if kind == :ocsp },
        crls: answers.filter_map { |kind, der, _| der if kind == :list }
      )
    end

    def judge(certificate, chain)
      [:good, material([certificate, *chain])]
    rescue Errors::Unavailable
      [:unknown, nil]
    end

    # Makes the keys of today, before several processes ask for them.
    def prepare = FIRMS.each { |firm| current(firm) if there?(firm) }

    # Certifies a key of the office. Returns PEM.
    def enrol(request)
      note
      current(FIRMS.first).authority.enrol(OpenSSL::X509::Request.new(request)).map(&:to_pem).join
    end

    # The certificate that is lost, as soon as that is known.
    def lost_certificate = generation(FIRMS.find { |firm| firm.name == LOST }, 2033).authority.stamps.certificate

    private

    def calls_path = File.join(@folder, "calls")
    def note = File.open(calls_path, "ab") { |file| file.write(".") }
    def there?(firm) = now >= firm.since && (firm.till.nil? || now < firm.till)

    # Between the day on which its loss was known and its next key nobody asks it.
    def lost?(firm) = firm.name == LOST && now >= LOST_ON && current(firm).born < LOST_ON

    def current(firm)
      born = firm.births.select { |year| now >= time(year) }.max
      generation(firm, born)
    end

    def time(year) = Time.utc(year.floor, year == year.floor ? 1 : 7)

    def generation(firm, year)
      @generations[[firm.name, year]] ||= Generation.new(firm, time(year), made(firm, year))
    end

    def made(firm, year)
      born = time(year)
      terms = Standins::Authority::Terms.new(
        name: "#{firm.name} #{year}",
        born: born,
        years: CERTIFIED_YEARS,
        kind: born >= KEYS_CHANGE ? "ec" : "rsa",
        digest: born >= DIGEST_CHANGES ? "SHA512" : "SHA256",
        root: root(born >= ROOT_CHANGES ? "Second" : "First")
      )
      folder = File.join(@folder, "#{firm.name} #{year}")
      Standins::Authority.new(folder, address: "http://127.0.0.1:9", terms: terms).prepare
    end

    # The first one is as old as the office, the second begins when it is needed.
    def root(name)
      @roots ||= {}
      @roots[name] ||= begin
        second = name == "Second"
        terms = Standins::Authority::USUAL.with(
          name: "#{name} Coast",
          born: second ? ROOT_CHANGES - 86_400 : Time.utc(2026),
          years: CERTIFIED_YEARS,
          kind: second ? "ec" : "rsa",
          digest: second ? "SHA512" : "SHA256"
        )
        Standins::Authority.new(File.join(@folder, "root #{name}"), address: "http://127.0.0.1:9", terms: terms).root
      end
    end

    # [:ocsp or :list, DER, certificate of the responder]. Raises Errors::Unavailable where nobody answers.
    def answer(certificate, pool)
      issuer = Core::Trust::Chain.issuer_of(certificate, pool)
      generation = issuing(issuer, certificate)
      raise Errors::Unavailable.new(:status_unknown, name: Core::Trust::Chain.name(certificate)) unless generation

      note
      service = Standins::Revocation.new(generation.authority, clock: @clock)
      return [:list, service.list(:root)] unless certificate.ocsp_uris

      refuse_lost(certificate)
      question = Core::Trust::Status.request(certificate, issuer)
      [:ocsp, service.answer(question), generation.authority.status.certificate]
    end

    def refuse_lost(certificate)
      return unless now >= LOST_ON && certificate.to_der == lost_certificate.to_der

      name = Core::Trust::Chain.name(certificate)
      raise Ports::HttpCertificateStatus::Revoked.new(:certificate_revoked, name: name)
    end

    # Who issued it, and is there.
    def issuing(issuer, certificate)
      all = FIRMS.select { |firm| there?(firm) }.flat_map do |firm|
        firm.births.select { |year| now >= time(year) }.map { |year| generation(firm, year) }
      end
      all.find do |one|
        ca = one.authority.issuing.certificate
        [issuer, certificate].any? { |other| other && other.to_der == ca.to_der }
      end
    end

    # The authorities as an office asks them.
    class Stamps
      def initialize(authorities, turn = 0)
        @authorities = authorities
        @turn = turn
      end

      def imprint = JustSeal.office.register.lasting(JustSeal::Core::Ledger::Merkle::NAMES)
      def call(digest) = @authorities.stamp(digest, imprint, @turn)
      def turn(number) = self.class.new(@authorities, number)
    end
  end
end
