# frozen_string_literal: true

require "ipaddr"

module JustSeal
  # Everything that differs from one installation to the next, read from the environment.
  # `bin/justseal settings` prints this table with the values in force.
  class Settings
    # name => [environment variable, default]; what each means is said under settings in the locale files
    TABLE = {
      address: ["JUST_SEAL_ADDRESS", "http://localhost:7300"],
      database_url: ["JUST_SEAL_DATABASE_URL", nil],
      owner_database_url: ["JUST_SEAL_OWNER_DATABASE_URL", nil],
      var: ["JUST_SEAL_VAR", File.expand_path("../var", __dir__)],
      master_key: ["JUST_SEAL_MASTER_KEY", nil],
      session_secret: ["JUST_SEAL_SESSION_SECRET", nil],
      office: ["JUST_SEAL_OFFICE", "Ravensholm Harbour Trust"],
      number_prefix: %w[JUST_SEAL_NUMBER_PREFIX RH],
      zone: ["JUST_SEAL_ZONE", "Europe/Oslo"],
      smtp_url: ["JUST_SEAL_SMTP_URL", "smtp://127.0.0.1:7325"],
      smtp_plain: ["JUST_SEAL_SMTP_PLAIN", nil],
      mail_megabytes: %w[JUST_SEAL_MAIL_MEGABYTES 10],
      mail_from: ["JUST_SEAL_MAIL_FROM", "records@ravensholm.example"],
      time_stamp_url: ["JUST_SEAL_TIME_STAMP_URL", "http://127.0.0.1:7310/time-stamp"],
      time_stamp_policy: ["JUST_SEAL_TIME_STAMP_POLICY", nil],
      enrolment_url: ["JUST_SEAL_ENROLMENT_URL", "http://127.0.0.1:7310/enrol"],
      key_kind: %w[JUST_SEAL_KEY_KIND rsa-3072],
      digest: %w[JUST_SEAL_DIGEST sha256],
      token_library: ["JUST_SEAL_TOKEN_LIBRARY", nil],
      token_label: %w[JUST_SEAL_TOKEN_LABEL just-seal],
      token_pin: ["JUST_SEAL_TOKEN_PIN", nil],
      status_url: ["JUST_SEAL_STATUS_URL", nil],
      list_url: ["JUST_SEAL_LIST_URL", nil],
      roots: ["JUST_SEAL_ROOTS", nil],
      sealers: ["JUST_SEAL_SEALERS", nil],
      private_authorities: ["JUST_SEAL_PRIVATE_AUTHORITIES", nil],
      text_url: ["JUST_SEAL_TEXT_URL", "http://127.0.0.1:7310/text-messages"],
      text_key: %w[JUST_SEAL_TEXT_KEY stand-in],
      registry_url: ["JUST_SEAL_REGISTRY_URL", nil],
      registry_client: %w[JUST_SEAL_REGISTRY_CLIENT just-seal],
      registry_secret: %w[JUST_SEAL_REGISTRY_SECRET stand-in],
      reader_url: ["JUST_SEAL_READER_URL", nil],
      checkpoint_minutes: %w[JUST_SEAL_CHECKPOINT_MINUTES 60],
      checkpoint_file: ["JUST_SEAL_CHECKPOINT_FILE", nil],
      mailbox_url: ["JUST_SEAL_MAILBOX_URL", nil],
      second_factor: ["JUST_SEAL_SECOND_FACTOR", "administrator compliance auditor"],
      trusted_proxies: ["JUST_SEAL_TRUSTED_PROXIES", nil],
      web_processes: %w[JUST_SEAL_WEB_PROCESSES 0],
      web_threads: %w[JUST_SEAL_WEB_THREADS 8]
    }.freeze
    LOCAL_HOSTS = %w[localhost 127.0.0.1 [::1]].freeze

    # +env+: as ENV.
    def initialize(env = ENV)
      @values = TABLE.to_h do |name, (variable, default)|
        [name, env[variable].to_s.empty? ? default : env[variable]]
      end
      require_https
      require_networks
      require_secrets
    end

    TABLE.each_key { |name| define_method(name) { @values.fetch(name) } }

    # The value of +name+; raises when it has neither value nor default.
    def need(name)
      @values.fetch(name) || raise(Error.new(:setting_missing, variable: TABLE.fetch(name).first))
    end

    # Roles that have to sign in by two factors.
    def two_factor_roles = second_factor.split(/[\s,]+/) - ["none"]

    # Who may seal: names or fingerprints; nil where none was said.
    def pinned_sealers
      named = sealers.to_s.split(";").map(&:strip) - [""]
      named unless named.empty?
    end

    # Networks of the proxies that are believed.
    def proxies = trusted_proxies.to_s.split(/[\s,]+/)

    def https? = address.start_with?("https://")
    def to_h = @values

    private

    # Secrets of this form are made by openssl rand -hex 32 and 64.
    SECRETS = { master_key: /\A\h{64}\z/, session_secret: /\A\h{128,}\z/ }.freeze
    private_constant :SECRETS

    def require_secrets
      SECRETS.each do |name, form|
        next if @values.fetch(name).nil? || form.match?(@values.fetch(name))

        raise Error.new(:secret_malformed, variable: TABLE.fetch(name).first, bytes: form.source[/\d+/].to_i / 2)
      end
    end

    def require_networks
      %i[trusted_proxies private_authorities].each do |name|
        @values.fetch(name).to_s.split(/[\s,]+/).each { |network| IPAddr.new(network) }
      rescue IPAddr::Error
        raise Error.new(:networks_unreadable, variable: TABLE.fetch(name).first, value: @values.fetch(name))
      end
    end

    def require_https
      return if https? || LOCAL_HOSTS.include?(URI(address).host)

      raise Error.new(:https_wanted, address: address)
    end
  end
end
