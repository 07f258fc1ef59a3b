# frozen_string_literal: true

require "openssl"
require "stringio"
require "zip"

module JustSeal
  module Core
    module Transfer
      # A bag (RFC 8493, BagIt 1.0) in a zip: files beneath data/, the SHA-256 and SHA-512 of each in manifests, and
      # what the bag says of itself, whose hashes stand in manifests of their own.
      module Bag
        DECLARATION = "BagIt-Version: 1.0\nTag-File-Character-Encoding: UTF-8\n"
        PAYLOAD = "data/"
        INFO = "bag-info.txt"
        ALGORITHMS = { "sha256" => OpenSSL::Digest::SHA256, "sha512" => OpenSSL::Digest::SHA512 }.freeze
        MANIFEST = /\A(tag)?manifest-(sha256|sha512)\.txt\z/
        LINE = /\A(\h+)\s+\*?(.+)\z/
        # 2.1.3: these three alone are escaped.
        ESCAPED = { "%" => "%25", "\r" => "%0D", "\n" => "%0A" }.freeze

        # +files+: {path beneath data/ => bytes}; +tags+: {name => bytes} of what else lies beside data/; +name+: of its
        # folder.
        Content = Value.of(:name, :files, :tags)

        module_function

        # Bytes of the zip. +name+: of the folder that the bag is; +files+: {path beneath data/ => bytes}; +info+:
        # {label => text} for bag-info.txt; +at+: Time.
        def write(name, files, info:, at:)
          payload = files.transform_keys { |path| "#{PAYLOAD}#{path}" }
          tags = { "bagit.txt" => DECLARATION, INFO => info_text(info, files, at), **manifests(payload, "manifest") }
          zip(name, { **tags, **manifests(tags, "tagmanifest"), **payload }, at)
        end

        # Does +bytes+ begin as a bag of ours does?
        def bag?(bytes)
          return false unless bytes.start_with?("PK\x03\x04".b)

          bytes.byteslice(30, bytes.byteslice(26, 2).unpack1("v")).end_with?("/bagit.txt")
        end

        # Content of bag +bytes+. Raises Refused :no_bundle with what is wrong about it.
        def read(bytes)
          files = Bundle::Package.unpacked(bytes)
          name = files.keys.first.to_s[%r{\A[^/]+}]
          Bundle::Package.refuse(:no_bag) unless name && files.keys.all? { |path| path.start_with?("#{name}/") }

          files = files.transform_keys { |path| path.delete_prefix("#{name}/") }
          Bundle::Package.refuse(:no_bag) unless files["bagit.txt"]&.force_encoding("UTF-8") == DECLARATION

          payload, tags = files.partition { |path, _| path.start_with?(PAYLOAD) }.map(&:to_h)
          Content.new(name: name, files: payload.transform_keys { |path| path.delete_prefix(PAYLOAD) }, tags: tags)
        rescue *Bundle::Package::MALFORMED
          Bundle::Package.refuse(:damaged)
        end

        # [[code, where], ...] of what its manifests don't bear out (3, "valid").
        def findings(content)
          payload = content.files.transform_keys { |path| "#{PAYLOAD}#{path}" }
          listed = content.tags.keys.grep(/\Amanifest-/)
          return [[:file_missing, "manifest-sha256.txt"]] if listed.empty?

          tags = content.tags.reject { |path, _| path.start_with?("tagmanifest-") }
          (compare(content, /\Amanifest-/, payload) + compare(content, /\Atagmanifest-/, tags)).uniq
        end

        # Label => text of bag-info.txt; of what stands there twice the last.
        def info(content)
          lines = content.tags.fetch(INFO, "").dup.force_encoding("UTF-8").scrub.lines(chomp: true)
          lines.filter_map { |line| line.split(": ", 2) if line.include?(": ") }.to_h
        end

        def info_text(info, files, at)
          sizes = files.values.map(&:bytesize)
          all = { **info, "Bagging-Date" => at.utc.strftime("%F"), "Payload-Oxum" => "#{sizes.sum}.#{sizes.size}" }
          all.map { |label, text| "#{label}: #{text.gsub(/\s+/, " ")}\n" }.join
        end

        def manifests(files, name)
          ALGORITHMS.to_h do |algorithm, digest|
            lines = files.map { |path, bytes| "#{digest.hexdigest(bytes)}  #{path.gsub(/[%\r\n]/, ESCAPED)}\n" }
            ["#{name}-#{algorithm}.txt", lines.join]
          end
        end

        def compare(content, names, files)
          content.tags.keys.grep(names).flat_map { |manifest| compare_one(content, manifest, files) }
        end

        def compare_one(content, manifest, files)
          digest = ALGORITHMS[manifest[MANIFEST, 2]] or return [[:file_strange, manifest]]
          listed = listed(content.tags.fetch(manifest))
          listed.filter_map { |path, hash| differing(path, hash, files[path], digest) } +
            (files.keys - listed.keys).map { |path| [:file_added, path] }
        end

        def differing(path, hash, bytes, digest)
          return [:file_missing, path] unless bytes

          [:file_changed, path] unless digest.hexdigest(bytes) == hash.downcase
        end

        # {path => hash in hex}
        def listed(text)
          lines = text.dup.force_encoding("UTF-8").scrub.lines(chomp: true)
          lines.filter_map { |line| line.match(LINE)&.captures&.reverse }.to_h do |path, hash|
            [path.gsub(/%(?:25|0D|0A)/i) { |code| code[1..].hex.chr }, hash]
          end
        end

        def zip(name, files, at)
          zipped(files.transform_keys { |path| "#{name}/#{path}" }, at, Zip::Entry::DEFLATED)
        end

        # A zip of +files+ ({name => bytes}) that are packed already.
        def stored(files, at) = zipped(files, at, Zip::Entry::STORED)

        def zipped(files, at, method)
          time = Zip::DOSTime.from_time(at.utc)
          out = Zip::OutputStream.write_buffer(StringIO.new("".b)) do |zip|
            files.each do |path, bytes|
              entry = Zip::Entry.new("", path, compression_method: method, time: time)
              zip.put_next_entry(entry, nil, nil, method)
              zip.write(bytes)
            end
          end
          out.string
        end
      end
    end
  end
end
