# frozen_string_literal: true

require_relative "setting_forms"

module JustSeal
  # Everything that differs from one installation to the next and is not kept in its database, read from the
  # environment. `bin/justseal settings` prints this table with the values in force. Nothing of the demo is a default.
  class Settings
    KINDS_OF_KEYS = %w[rsa-3072 rsa-4096 ec-p256 ec-p384].freeze
    DIGESTS = %w[sha256 sha384 sha512].freeze
    LATER_DIGESTS = %w[sha3-256 sha3-384 sha3-512].freeze
    ROLES = %w[administrator compliance auditor sender none].freeze

    # name => [environment variable, default, form (of SettingForms)]; what each means is said under settings in the
    # locale files
    TABLE = {
      address: ["JUST_SEAL_ADDRESS", nil, %i[address]],
      database_url: ["JUST_SEAL_DATABASE_URL", nil, %i[database]],
      owner_database_url: ["JUST_SEAL_OWNER_DATABASE_URL", nil, %i[database]],
      var: ["JUST_SEAL_VAR", File.expand_path("../var", __dir__), %i[text]],
      blobs_url: ["JUST_SEAL_BLOBS_URL", nil, %i[web]],
      blobs_region: ["JUST_SEAL_BLOBS_REGION", "us-east-1", %i[text]],
      blobs_lock_years: ["JUST_SEAL_BLOBS_LOCK_YEARS", "0", [:number, 0..100]],
      master_key: ["JUST_SEAL_MASTER_KEY", nil, [:secret, 32]],
      former_master_key: ["JUST_SEAL_FORMER_MASTER_KEY", nil, [:secret, 32]],
      session_secret: ["JUST_SEAL_SESSION_SECRET", nil, [:secret, 64, 512]],
      smtp_url: ["JUST_SEAL_SMTP_URL", nil, %i[mail]],
      smtp_plain: ["JUST_SEAL_SMTP_PLAIN", nil, [:choice, "yes", "no"]],
      bounces_url: ["JUST_SEAL_BOUNCES_URL", nil, %i[mailbox]],
      bounce_address: ["JUST_SEAL_BOUNCE_ADDRESS", nil, %i[text]],
      mail_megabytes: ["JUST_SEAL_MAIL_MEGABYTES", "10", [:number, 0..1000]],
      time_stamp_url: ["JUST_SEAL_TIME_STAMP_URL", nil, %i[webs]],
      time_stamp_policy: ["JUST_SEAL_TIME_STAMP_POLICY", nil, %i[policy]],
      enrolment_url: ["JUST_SEAL_ENROLMENT_URL", nil, %i[web]],
      key_kind: ["JUST_SEAL_KEY_KIND", "rsa-3072", [:choice, *KINDS_OF_KEYS]],
      digest: ["JUST_SEAL_DIGEST", "sha256", [:choice, *DIGESTS]],
      imprint: ["JUST_SEAL_IMPRINT", "sha256", [:choice, *DIGESTS, *LATER_DIGESTS]],
      token_library: ["JUST_SEAL_TOKEN_LIBRARY", nil, %i[file]],
      token_label: ["JUST_SEAL_TOKEN_LABEL", "just-seal", %i[text]],
      token_pin: ["JUST_SEAL_TOKEN_PIN", nil, %i[text]],
      status_url: ["JUST_SEAL_STATUS_URL", nil, %i[web]],
      list_url: ["JUST_SEAL_LIST_URL", nil, %i[web]],
      roots: ["JUST_SEAL_ROOTS", nil, %i[certificates]],
      sealers: ["JUST_SEAL_SEALERS", nil, %i[text]],
      private_authorities: ["JUST_SEAL_PRIVATE_AUTHORITIES", nil, %i[networks]],
      scan_languages: ["JUST_SEAL_SCAN_LANGUAGES", "eng", %i[languages]],
      text_url: ["JUST_SEAL_TEXT_URL", nil, %i[web]],
      text_key: ["JUST_SEAL_TEXT_KEY", nil, %i[text]],
      registry_url: ["JUST_SEAL_REGISTRY_URL", nil, %i[web]],
      registry_client: ["JUST_SEAL_REGISTRY_CLIENT", nil, %i[text]],
      registry_secret: ["JUST_SEAL_REGISTRY_SECRET", nil, %i[text]],
      sign_on_url: ["JUST_SEAL_SIGN_ON_URL", nil, %i[web]],
      sign_on_client: ["JUST_SEAL_SIGN_ON_CLIENT", nil, %i[text]],
      sign_on_secret: ["JUST_SEAL_SIGN_ON_SECRET", nil, %i[text]],
      saml_metadata: ["JUST_SEAL_SAML_METADATA", nil, %i[provider]],
      saml_key: ["JUST_SEAL_SAML_KEY", nil, %i[file]],
      sign_on_scope: ["JUST_SEAL_SIGN_ON_SCOPE", "openid profile email", %i[text]],
      sign_on_groups: ["JUST_SEAL_SIGN_ON_GROUPS", "groups", %i[text]],
      sign_on_name: ["JUST_SEAL_SIGN_ON_NAME", nil, %i[text]],
      reader_url: ["JUST_SEAL_READER_URL", nil, %i[web]],
      scanner_url: ["JUST_SEAL_SCANNER_URL", nil, %i[scanner]],
      scanner_away: ["JUST_SEAL_SCANNER_AWAY", "wait", [:choice, "wait", "mark"]],
      checkpoint_minutes: ["JUST_SEAL_CHECKPOINT_MINUTES", "60", [:number, 1..1440]],
      checkpoint_file: ["JUST_SEAL_CHECKPOINT_FILE", nil, %i[text]],
      mailbox_url: ["JUST_SEAL_MAILBOX_URL", nil, %i[web]],
      second_factor: ["JUST_SEAL_SECOND_FACTOR", "administrator compliance auditor", [:choices, *ROLES]],
      ways_in: ["JUST_SEAL_WAYS_IN", nil, %i[text]],
      private_callbacks: ["JUST_SEAL_PRIVATE_CALLBACKS", nil, %i[networks]],
      trusted_proxies: ["JUST_SEAL_TRUSTED_PROXIES", nil, %i[networks]],
      scim_key: ["JUST_SEAL_SCIM_KEY", nil, [:secret, 32, 256]],
      metrics_key: ["JUST_SEAL_METRICS_KEY", nil, %i[text]],
      web_processes: ["JUST_SEAL_WEB_PROCESSES", "0", [:number, 0..64]],
      web_threads: ["JUST_SEAL_WEB_THREADS", "8", [:number, 2..64]]
    }.freeze

    # Without these no office works.
    NEEDED = %i[address database_url master_key session_secret smtp_url time_stamp_url roots].freeze
    # What has to stand beside another one.
    TOGETHER = {
      token_library: %i[token_pin],
      text_url: %i[text_key],
      registry_url: %i[registry_client registry_secret],
      sign_on_url: %i[sign_on_client sign_on_secret]
    }.freeze

    # Those of a program that serves or works for an office: raises Errors::Misconfigured where one is missing.
    def self.complete(env = ENV) = new(env).tap(&:complete!)

    # +env+: as ENV. Raises Errors::Misconfigured with all values that are malformed.
    def initialize(env = ENV)
      @values = TABLE.to_h do |name, (variable, default)|
        [name, env[variable].to_s.empty? ? default : env[variable]]
      end
      refuse(malformed(TABLE.reject { |_, (_, _, form)| SettingForms::ON_DISK.include?(form.first) }))
    end

    TABLE.each_key { |name| define_method(name) { @values.fetch(name) } }

    # The value of +name+; raises when it has neither value nor default.
    def need(name)
      @values.fetch(name) || raise(Error.new(:setting_missing, variable: self.class.variable(name)))
    end

    # Raises Errors::Misconfigured with all values that an office needs and that are not there, and with files that
    # can't be read.
    def complete! = refuse(missing + malformed(TABLE))

    # [Core::Problem, ...]
    def missing
      named = NEEDED + TOGETHER.flat_map { |name, others| @values.fetch(name) ? others : [] }
      named.reject { |name| @values.fetch(name) }
        .map { |name| Core::Problem.new(:setting_missing, variable: self.class.variable(name)) }
    end

    def self.variable(name) = TABLE.fetch(name).first

    # Roles that have to sign in by two factors.
    def two_factor_roles = second_factor.split(SettingForms::SEPARATORS) - ["none"]

    # Who may seal: names or fingerprints; nil where none was said.
    def pinned_sealers
      named = sealers.to_s.split(";").map(&:strip) - [""]
      named unless named.empty?
    end

    # Networks of the proxies that are believed.
    def proxies = trusted_proxies.to_s.split(SettingForms::SEPARATORS)

    def https? = address.to_s.start_with?("https://")
    def to_h = @values

    private

    def malformed(table)
      table.filter_map do |name, (variable, _, form)|
        value = @values.fetch(name)
        reason, facts = value && SettingForms.wrong(form, value)
        Core::Problem.new(reason, variable: variable, **facts) if reason
      end
    end

    def refuse(problems)
      raise Errors::Misconfigured, problems if problems.any?
    end
  end
end
