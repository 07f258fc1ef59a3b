# frozen_string_literal: true

require "ipaddr"
require "socket"
require "uri"

module JustSeal
  module Ports
    # Where this office may be sent by an address that somebody else wrote, such as one in a certificate: to http and
    # https on public networks, and to the private ones that the settings name.
    class Reach
      # Networks that are nobody's on the internet (RFC 6890, and what leads into them).
      PRIVATE = %w[
        0.0.0.0/8
        10.0.0.0/8
        100.64.0.0/10
        127.0.0.0/8
        169.254.0.0/16
        172.16.0.0/12
        192.0.0.0/24
        192.0.2.0/24
        192.88.99.0/24
        192.168.0.0/16
        198.18.0.0/15
        198.51.100.0/24
        203.0.113.0/24
        224.0.0.0/3
        ::/128
        ::1/128
        64:ff9b::/96
        100::/64
        2001::/23
        2001:db8::/32
        2002::/16
        fc00::/7
        fe80::/10
        ff00::/8
      ].map { |network| IPAddr.new(network) }.freeze
      SCHEMES = %w[http https].freeze

      # +allowed+: private networks that may be reached all the same, as IPAddr takes them; +reason+: of what is raised
      # for where nobody is sent.
      def initialize(allowed = [], reason: :address_closed)
        @reason = reason
        @allowed = allowed.map { |network| IPAddr.new(network) }.freeze
      end

      # The address to connect to for +uri+, looked up once: what a name means may be another thing a moment later.
      # Raises Errors::Unavailable for where nobody is sent.
      def address(uri)
        refuse(uri) unless SCHEMES.include?(uri.scheme) && uri.host && uri.userinfo.nil?

        addresses = Addrinfo.getaddrinfo(uri.hostname, uri.port, nil, :STREAM).map(&:ip_address).uniq
        refuse(uri) if addresses.empty? || addresses.any? { |one| closed?(IPAddr.new(one).native) }

        addresses.first
      rescue SocketError, IPAddr::Error
        refuse(uri)
      end

      private

      def closed?(address)
        PRIVATE.any? { |network| network.include?(address) } && @allowed.none? { |network| network.include?(address) }
      end

      def refuse(uri)
        raise Errors::Unavailable.new(@reason, host: uri.host.to_s[0, 200])
      end
    end
  end
end
