# frozen_string_literal: true

require "monitor"
require "openssl"
require "tzinfo"
require "uri"

module JustSeal
  # Everything outside that operations use, wired from the settings. Specs and the demo replace single parts.
  class Office
    TTF = File.join(ROOT, "public", "vendor", "fonts-ttf")
    WIDE = [
      "/usr/share/fonts/truetype/noto/NotoSans-Regular.ttf",
      "/usr/share/fonts/truetype/droid/DroidSansFallbackFull.ttf"
    ].freeze
    FACES = {
      hand: ["#{TTF}/caveat/Caveat_600SemiBold.ttf", *WIDE],
      text: ["#{TTF}/public-sans/PublicSans_400Regular.ttf", *WIDE],
      bold: ["#{TTF}/public-sans/PublicSans_600SemiBold.ttf", *WIDE],
      title: ["#{TTF}/spectral/Spectral_600SemiBold.ttf", *WIDE],
      mono: ["#{TTF}/ibm-plex-mono/IBMPlexMono_400Regular.ttf", *WIDE]
    }.freeze

    # What signatures and keys become once what the settings name has an end.
    LATER_DIGESTS = %w[SHA512 SHA384].freeze
    LATER_KINDS = %w[ec-p256 rsa-3072].freeze

    attr_reader :settings, :texts
    attr_accessor :clock, :time_stamps, :status, :mail, :text, :scans, :converter, :flattener, :paper, :callbacks

    def initialize(settings)
      @settings = settings
      @guard = Monitor.new
      @made = {}.freeze
      @clock = Ports::SystemClock.new
      @text = Ports::PopplerText.new
      @scans = Ports::Tesseract.new(languages: settings.scan_languages)
      @converter = Ports::LibreOffice.new
      @flattener = Ports::PopplerFlatten.new
      @paper = Ports::PaperReader.new
      @time_stamps = time_stamp_authorities
      @status = certificate_status
      reach_others
    end

    def blobs = once(:blobs) { blobs_at(settings.blobs_url || File.join(settings.var, "blobs")) }

    # A store of kept bytes. +place+: a folder, or the address of an object store.
    def blobs_at(place)
      return Ports::FileBlobs.new(place) unless place.match?(%r{\Ahttps?://})

      years = Integer(settings.blobs_lock_years)
      Ports::ObjectBlobs.new(place, region: settings.blobs_region, lock_years: years, clock: clock)
    end

    # The newest entries of all chains, beside the checkpoints.
    def heads = once(:heads) { Ports::HeadsFile.new("#{checkpoints.path}.heads") }

    def checkpoints
      once(:checkpoints) do
        Ports::CheckpointFile.new(settings.checkpoint_file || File.join(settings.var, "checkpoints.jsonl"))
      end
    end

    def faces = once(:faces) { Core::Pdf::FontSet.new(FACES) }
    # What the office says of itself (Core::Offices::Profile), as last read. Raises where it was not set up.
    def profile = set_up || raise(Error, :not_set_up)

    # The same, nil before it was set up.
    def set_up = @profile || refresh

    # Reads the profile anew, as whatever serves or works does before each request and job. Raises Errors::Outdated
    # where the database has another form than this program.
    def refresh
      profile, schema, algorithms = Store::OfficeChoices.current
      unless Store::Schema.fits?(schema)
        raise Errors::Outdated.new(:schema_other, here: Store::Schema::WANTED, there: schema)
      end

      keep_register(algorithms)
      @profile = profile
    end

    def name = profile.name
    def number_prefix = profile.number_prefix
    def zone = TZInfo::Timezone.get(profile.zone)
    # The code of the language that it writes; nil where it has chosen none, or before it is known.
    def language = @profile&.language
    def now = clock.now

    # Ports::SigningKeys, or Ports::TokenKeys where a token is set.
    def keys = once(:keys) { settings.token_library ? token_keys : file_keys }

    # Where mails arrive that could not be delivered (Ports::ImapMailbox), nil where nobody looks.
    def bounces = settings.bounces_url && Ports::ImapMailbox.new(settings.bounces_url)

    # The civil registry, nil where none is set.
    def registry
      return unless settings.registry_url

      once(:registry) do
        Ports::CivilRegistry.new(
          Ports::OpenId.new(
            settings.registry_url,
            client: settings.registry_client,
            secret: settings.registry_secret,
            return_to: "#{settings.address}/visit/back/registry"
          )
        )
      end
    end

    # Where the office's people sign on (Ports::OpenIdSignOn or Ports::SamlSignOn), nil where they do so here.
    def sign_on
      return once(:sign_on) { open_id_sign_on } if settings.sign_on_url

      settings.saml_metadata && once(:sign_on) { saml_sign_on }
    end

    # Where this office may be sent by an address that somebody of it typed.
    def callback_reach = reach(settings.private_callbacks, :callback_closed)

    # Looks for malware in files from outside (Ports::Clamd), nil where none is set.
    def scanner = settings.scanner_url && Ports::Clamd.new(settings.scanner_url)

    def passkeys = Ports::Passkeys.new(settings.address, office: name)

    def secret_box
      once(:secret_box) { Ports::SecretBox.new(settings.need(:master_key), former: settings.former_master_key) }
    end

    # Certificates of the authorities that are accepted here: those of the settings, and those that were accepted once,
    # for what was signed then.
    def roots
      kept = register.certificates
      kept.empty? ? set_roots : (set_roots + kept).uniq(&:to_der)
    end

    # Those that the settings name.
    def set_roots
      once(:roots) { settings.roots ? OpenSSL::X509::Certificate.load(File.read(settings.roots)) : [] }
    end

    # Who may seal, as of Core::Trust::Identity.one_of?: who was said to, or else this office, by its name and by those
    # under which its keys were certified.
    def sealers = settings.pinned_sealers || [*set_up&.name, *Ports::SealNames.in_folder(keys_folder)].uniq

    # What the check accepts here.
    def accepted = { roots: roots, sealers: sealers, register: register }

    # Until when algorithms are a proof (Core::Trust::Register), as last read.
    def register = @register&.last || Core::Trust::Register.usual

    # What signatures are made over: the digest of the settings, until an end of that is known. As Core::Pdf::Signer.
    def signature_digest = register.lasting([settings.digest.upcase, *LATER_DIGESTS]).downcase

    # What new keys are: as the settings say, until an end of that is known.
    def key_kind
      names = Ports::SigningKeys::NAMES_OF_KINDS
      names.key(register.lasting_key([settings.key_kind, *LATER_KINDS].map { |kind| names.fetch(kind) }))
    end

    # Makes what all threads share before they do. Keys stay as they are until somebody seals.
    def warm
      [faces, blobs, roots, secret_box]
      self
    end

    private

    # Text and what was read of it are kept as one: several threads may be here. Read again only where it was changed.
    def keep_register(text)
      kept = @register
      @register = [text, Core::Trust::Register.read(text)].freeze unless kept && kept.first == text
    end

    # What +name+ is, made once however many threads ask at the same time.
    def once(name)
      @made.fetch(name) { @guard.synchronize { @made.fetch(name) { keep(name, yield) } } }
    end

    # Parts that one needs of another are kept meanwhile: it is added to what there is then.
    def keep(name, part)
      @made = @made.merge(name => part).freeze
      part
    end

    def time_stamp_authorities
      all = settings.time_stamp_url.to_s.split.map do |url|
        Ports::HttpTimeStamps.new(url, roots: roots, policy: settings.time_stamp_policy, imprint: method(:imprint))
      end
      all.size == 1 ? all.first : Ports::SeveralTimeStamps.new(all)
    end

    # What is stamped is named by the digest of the settings, until an end of that is known.
    def imprint = register.lasting([settings.imprint.upcase, *Core::Ledger::Merkle::NAMES])

    # What speaks to people and programs outside.
    def reach_others
      @texts = Ports::HttpText.new(settings.text_url, key: settings.text_key) if settings.text_url
      @mail = smtp
      @callbacks = Ports::Callback.new(reach: callback_reach)
    end

    def smtp
      return unless settings.smtp_url

      Ports::SmtpMail.new(
        settings.smtp_url,
        from_host: URI(settings.address).host,
        plain: settings.smtp_plain == "yes",
        return_path: settings.bounce_address
      )
    end

    def certificate_status
      Ports::HttpCertificateStatus.new(
        roots: roots,
        status_url: settings.status_url,
        list_url: settings.list_url,
        reach: reach(settings.private_authorities)
      )
    end

    # +networks+: private ones that may be reached all the same.
    def reach(networks, reason = :address_closed)
      Ports::Reach.new(networks.to_s.split(/[\s,]+/), reason: reason)
    end

    def open_id_sign_on
      Ports::OpenIdSignOn.new(
        Ports::OpenId.new(
          settings.sign_on_url,
          client: settings.sign_on_client,
          secret: settings.sign_on_secret,
          return_to: "#{settings.address}/sign-on/back"
        ),
        scope: settings.sign_on_scope,
        groups: settings.sign_on_groups
      )
    end

    def saml_sign_on
      Ports::SamlSignOn.new(
        File.read(settings.saml_metadata),
        address: settings.address,
        groups: settings.sign_on_groups,
        own: settings.saml_key && File.read(settings.saml_key)
      )
    end

    def file_keys
      master_keys = { master_key: settings.need(:master_key), former: settings.former_master_key }
      Ports::SigningKeys.new(keys_folder, **master_keys, **common_to_keys)
    end

    def token_keys
      Ports::TokenKeys.new(
        settings.token_library,
        token: settings.token_label,
        pin: settings.need(:token_pin),
        folder: keys_folder,
        **common_to_keys
      )
    end

    def keys_folder = File.join(settings.var, "keys")

    def common_to_keys
      {
        enrolment_url: settings.enrolment_url,
        kind: method(:key_kind),
        digest: method(:signature_digest)
      }
    end
  end
end
