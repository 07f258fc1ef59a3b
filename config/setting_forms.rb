# frozen_string_literal: true

require "ipaddr"
require "openssl"
require "uri"

module JustSeal
  # What each setting may look like: form => what is wrong with a value, nil where nothing is. A problem's facts hold
  # what is wanted; the value itself may be a secret and is never among them.
  module SettingForms
    LOCAL_HOSTS = %w[localhost 127.0.0.1 [::1]].freeze
    WEB = %w[http https].freeze
    MAIL = %w[smtp smtps].freeze
    MAILBOX = %w[imap imaps].freeze
    DATABASE = %w[postgres postgresql].freeze
    SEPARATORS = /[\s,]+/
    LANGUAGES = /\A[A-Za-z_]{3,12}(\+[A-Za-z_]{3,12})*\z/
    POLICY = /\A[0-2](\.\d+)+\z/

    # Forms whose values are looked at on the disk, which is done when a program starts.
    ON_DISK = %i[file certificates provider].freeze

    module_function

    # The reason (Symbol) or [reason, facts] for +value+ (String) of +form+, or nil.
    def wrong(form, value)
      kind, *wanted = form
      send(kind, value, *wanted)
    end

    def text(_value) = nil

    # Secrets of this form are made by openssl rand -hex.
    def secret(value, bytes, most = bytes)
      [:secret_malformed, { bytes: bytes }] unless value.match?(/\A\h+\z/) && value.size.between?(bytes * 2, most * 2)
    end

    def address(value)
      return [:setting_no_address, { schemes: WEB }] unless uri?(value, WEB)

      [:https_wanted, { address: value }] unless value.start_with?("https://") || LOCAL_HOSTS.include?(URI(value).host)
    end

    def web(value) = uri?(value, WEB) ? nil : [:setting_no_address, { schemes: WEB }]

    # One or several.
    def webs(value) = value.split.filter_map { |one| web(one) }.first || (web(value) if value.strip.empty?)

    def scanner(value)
      fine = uri?(value, %w[clamd]) && URI(value).port
      [:setting_no_scanner, {}] unless fine || value.match?(%r{\Aunix:///.+})
    end

    def mail(value) = uri?(value, MAIL) ? nil : [:setting_no_address, { schemes: MAIL }]

    def mailbox(value)
      fine = uri?(value, MAILBOX) && URI(value).user && URI(value).password
      [:setting_no_mailbox, {}] unless fine
    end

    def database(value)
      [:setting_no_address, { schemes: DATABASE }] unless DATABASE.include?(URI(value).scheme)
    rescue URI::Error
      [:setting_no_address, { schemes: DATABASE }]
    end

    def number(value, range)
      fine = value.match?(/\A\d{1,6}\z/) && range.cover?(value.to_i)
      [:setting_no_number, { least: range.min, most: range.max }] unless fine
    end

    def choice(value, *known) = known.include?(value) ? nil : [:setting_unknown, { known: known }]

    def choices(value, *known)
      (value.split(SEPARATORS) - known).empty? ? nil : [:setting_unknown, { known: known }]
    end

    def networks(value)
      value.split(SEPARATORS).each { |network| IPAddr.new(network) }
      nil
    rescue IPAddr::Error
      [:networks_unreadable, { value: value }]
    end

    # Of tesseract, such as "eng" or "nor+eng".
    def languages(value) = value.match?(LANGUAGES) ? nil : [:setting_no_languages, {}]
    def policy(value) = value.match?(POLICY) ? nil : [:setting_no_policy, {}]
    def file(value) = File.file?(value) && File.readable?(value) ? nil : [:setting_no_file, { path: value }]

    def provider(value)
      file(value) || (File.read(value).include?("IDPSSODescriptor") ? nil : [:setting_no_provider, {}])
    end

    def certificates(value)
      file(value) || (OpenSSL::X509::Certificate.load(File.read(value)).any? ? nil : [:setting_no_certificate, {}])
    rescue OpenSSL::X509::CertificateError
      [:setting_no_certificate, { path: value }]
    end

    def uri?(value, schemes)
      uri = URI(value)
      schemes.include?(uri.scheme) && !uri.host.to_s.empty?
    rescue URI::Error
      false
    end
  end
end
