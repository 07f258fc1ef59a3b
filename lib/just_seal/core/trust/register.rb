# frozen_string_literal: true

require "json"
require "openssl"

module JustSeal
  module Core
    module Trust
      # Until when digests and keys are a proof, and from when until when roots are accepted. It ships with the values
      # of ETSI TS 119 312 (7 and 8); an office that knows better, or sooner, changes lines of it.
      class Register
        SOURCE = "ETSI TS 119 312"
        # +kind+: "digest" or "key"; +name+: "SHA256", "RSA", "EC", "ED25519"; +bits+: the least that this line is
        # about, 0 where there is one size; +ends+: Time, nil for no end yet; +source+: who says so.
        Line = Value.of(:kind, :name, :bits, :ends, :source) do
          def id = [kind, name, bits].join("/")
        end
        DIGESTS = {
          "SHA1" => Time.utc(2012, 8, 1),
          "SHA224" => Time.utc(2029, 1, 1),
          "SHA256" => nil,
          "SHA384" => nil,
          "SHA512" => nil,
          "SHA3-256" => nil,
          "SHA3-384" => nil,
          "SHA3-512" => nil
        }.freeze
        # {name => {bits from => end}}
        KEYS = {
          "RSA" => { 3000 => nil, 1900 => Time.utc(2029, 1, 1), 1024 => Time.utc(2019, 10, 1) },
          "EC" => { 256 => nil, 224 => Time.utc(2021, 10, 1), 192 => Time.utc(2013, 10, 1) },
          "ED25519" => { 0 => nil },
          "ED448" => { 0 => nil }
        }.freeze
        ALWAYS = Time.utc(9999)
        NEVER = Time.utc(0)

        # {id of a line => Line} as shipped.
        SHIPPED = [
          *DIGESTS.map { |name, ends| Line.new(kind: "digest", name: name, bits: 0, ends: ends, source: SOURCE) },
          *KEYS.flat_map do |name, sizes|
            sizes.map { |bits, ends| Line.new(kind: "key", name: name, bits: bits, ends: ends, source: SOURCE) }
          end
        ].to_h { |line| [line.id, line] }.freeze

        ROOT = "root/"
        # Between which times a root is accepted for what was signed then, and by whose word; nil for no limit.
        Limits = Value.of(:from, :till, :source) do
          def cover?(time) = (from.nil? || time >= from) && (till.nil? || time < till)
        end
        NO_LIMITS = Limits.new

        # +changes+: {id => {"ends" => RFC 3339 or nil, "source" => text}}, as kept; of a root {"from", "ends",
        # "source"}, its id being "root/" and the SHA-256 of the certificate.
        def initialize(changes = {})
          @changes = changes
          @lines = SHIPPED.to_h { |id, line| [id, changed(line, changes[id])] }.freeze
          @roots = changes.select { |id, _| id.start_with?(ROOT) }.transform_values { |change| limits(change) }.freeze
          @certificates = kept_in(changes)
          @keys = by_size
          freeze
        end

        # The one that is shipped.
        def self.usual = USUAL

        # Roots that were accepted once, and still are for what was signed then.
        attr_reader :certificates

        # Out of the text of #kept; nil for nothing changed.
        def self.read(text) = text ? new(JSON.parse(text)) : usual

        def lines = @lines.values
        def line(id) = @lines[id]
        def changed?(id) = @changes.key?(id)

        # What was changed, as text to be kept.
        def kept = JSON.generate(@changes)

        # The same with line +id+ changed; +pem+: of a root that is to be kept.
        def kept_with(id, ends:, source:, pem: nil, **more)
          told = { "ends" => ends, **more.transform_keys(&:to_s) }.transform_values { |time| time&.utc&.iso8601 }
          pem ||= @changes.dig(id, "pem")
          JSON.generate(@changes.merge(id => { **told, "source" => source, "pem" => pem }.compact))
        end

        # Is the root of that id kept?
        def keeps?(id) = @changes.dig(id, "pem") ? true : false

        # What a root is called here. +certificate+: of it.
        def self.root_id(certificate) = "#{ROOT}#{OpenSSL::Digest::SHA256.hexdigest(certificate.to_der)}"

        # Limits of the root of that id.
        def root(id) = @roots.fetch(id, NO_LIMITS)

        # Those of +roots+ (certificates) that are accepted for what was signed at +time+.
        def accepted(roots, time)
          @roots.empty? ? roots : roots.select { |root| root(self.class.root_id(root)).cover?(time) }
        end

        def accepts?(root, time) = @roots.empty? || root(self.class.root_id(root)).cover?(time)

        # Is a signature by +key+ (OpenSSL::PKey) over +digest+ ("SHA256") a proof at +time+?
        def sound?(digest, key, time) = time < digest_ends(digest) && time < key_ends(key)

        # What is not named is no proof at any time.
        def digest_ends(name)
          line = @lines["digest/#{name}/0"]
          line ? line.ends || ALWAYS : NEVER
        end

        def key_ends(key)
          case key
          when OpenSSL::PKey::RSA then size_ends("RSA", key.n.num_bits)
          when OpenSSL::PKey::EC then size_ends("EC", key.group.degree)
          else size_ends(key.oid.upcase, 0)
          end
        end

        # +name+: as Algorithms.name says it: "RSA 3072", "EC prime256v1", "ED25519".
        def named_key_ends(name)
          line = line_of_key(name) or return NEVER
          line.ends || ALWAYS
        end

        # The Line that a key of that name falls under, nil for none.
        def line_of_key(name)
          kind, size = name.split(" ", 2)
          bits = kind == "EC" ? OpenSSL::PKey::EC::Group.new(size).degree : size.to_i
          line_of(kind.upcase, bits)
        rescue OpenSSL::PKey::EC::Group::Error
          nil
        end

        # The first of +digests+ of which no end is known, or else the one that ends last.
        def lasting(digests)
          digests.find { |name| digest_ends(name) == ALWAYS } || digests.max_by { |name| digest_ends(name) }
        end

        # The same of keys, +names+ as of #named_key_ends.
        def lasting_key(names)
          names.find { |name| named_key_ends(name) == ALWAYS } || names.max_by { |name| named_key_ends(name) }
        end

        # The one of +digests+ that ends first.
        def weakest(digests) = digests.min_by { |name| digest_ends(name) }

        def kept_in(changes)
          changes.values.filter_map { |change| change["pem"] }.map { |pem| OpenSSL::X509::Certificate.new(pem) }.freeze
        end

        # {name of a kind of keys => its lines, the largest first}
        def by_size
          keys = lines.select { |line| line.kind == "key" }.group_by(&:name)
          keys.transform_values { |some| some.sort_by { |line| -line.bits } }.freeze
        end

        def limits(change)
          from, till = change.values_at("from", "ends").map { |text| text && Time.iso8601(text) }
          Limits.new(from: from, till: till, source: change["source"])
        end

        def changed(line, change)
          return line unless change

          line.with(ends: change["ends"] && Time.iso8601(change["ends"]), source: change["source"])
        end

        def line_of(name, bits) = @keys.fetch(name, []).find { |one| bits >= one.bits }

        def size_ends(name, bits)
          line = line_of(name, bits) or return NEVER
          line.ends || ALWAYS
        end
        private :kept_in, :by_size, :limits, :changed, :line_of, :size_ends

        USUAL = new
      end
    end
  end
end
