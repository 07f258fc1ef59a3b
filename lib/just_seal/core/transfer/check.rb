# frozen_string_literal: true

require "json"
require "nokogiri"
require "openssl"

module JustSeal
  module Core
    module Transfer
      # Says of a transfer package whether it is whole and proves what it says: its manifests, the container with the
      # record's chain and account, the bundle of each docket, every sealed file, and what METS lists. Needs neither
      # database nor network. Reports as Bundle::Check does.
      class Check < Bundle::Check
        SEALED = %w[sealed certificate renewed].freeze

        # A Bundle::Check::Report of +bytes+: a transfer package, or a container of evidence.
        def self.of(bytes, **accepted)
          Bag.bag?(bytes.b) ? call(bytes, **accepted) : Bundle::Check.call(bytes, **accepted)
        end

        def report
          @bag = Bag.read(@bytes)
          find(:bytes_between, :file) unless Bundle::Layout.tight?(@bytes)
          Bag.findings(@bag).each { |code, where| find(code, where) }
          listed
          evidence = contained(Package::EVIDENCE)
          dockets
          account
          versions
          told(evidence)
        rescue Refused => e
          find(:no_bundle, :file, problem: e.facts[:problem] || :unreadable)
          told(nil)
        end

        private

        # Signer, time, chain and checkpoint are those of the record's own container.
        def told(evidence)
          facts = evidence ? evidence.to_h.slice(:signer, :signed_at, :entries, :checkpoint, :docket) : {}
          whole([]).with(**facts)
        end

        def contained(path)
          bytes = @bag.files[path] or return find(:file_missing, path) && nil
          report = Bundle::Check.new(bytes, **@accepted, inner: true).report
          found_inside(path, report, :bundle)
          report
        end

        # Every docket that the account names, and no other.
        def dockets
          there = @bag.files.keys.grep(%r{\Adockets/})
          wanted = described.fetch("dockets").map { |number| Package.docket_path(number) }
          (there - wanted).each { |path| find(:file_strange, path) }
          wanted.each do |path|
            report = contained(path)
            other = report&.docket && Package.docket_path(report.docket) != path
            find(:account_differs, path) if other
          end
        rescue *MALFORMED
          find(:account_differs, Package::ACCOUNT)
        end

        def described = @described ||= JSON.parse(@bag.files.fetch(Package::ACCOUNT))

        # The account is the one in the signed container.
        def account
          inside = Bundle::Package.read(@bag.files.fetch(Package::EVIDENCE)).files[Package::ACCOUNT]
          find(:account_differs, Package::ACCOUNT) unless inside == @bag.files[Package::ACCOUNT]
        rescue Refused, KeyError
          nil # found before
        end

        # Each version is the file that the account names by its hash; what was sealed is looked into.
        def versions
          told = described.fetch("versions")
          told.each { |version| version(version) }
          strange = @bag.files.keys.grep(%r{\Afiles/}) - told.map { |one| one["file"] }
          strange.each { |path| find(:file_strange, path) }
        rescue *MALFORMED
          find(:account_differs, Package::ACCOUNT)
        end

        def version(told)
          path = told["file"]
          bytes = @bag.files[path] or return find(:member_missing, path)
          find(:other_document, path) unless OpenSSL::Digest::SHA256.hexdigest(bytes) == told["sha256"]
          sealed(path, bytes) if SEALED.include?(told["kind"])
        end

        def sealed(path, bytes)
          report = @documents[path] = Pdf::Check.call(bytes, **@accepted)
          found_inside(path, report, :document)
        end

        # METS lists every file with its hash.
        def listed
          told = Mets.listed(@bag.files.fetch(Mets::NAME))
          there = @bag.files.except(Mets::NAME).transform_values { |bytes| OpenSSL::Digest::SHA256.hexdigest(bytes) }
          find(:account_differs, Mets::NAME) unless told == there
        rescue KeyError
          find(:file_missing, Mets::NAME)
        rescue Nokogiri::XML::SyntaxError, *MALFORMED
          find(:account_differs, Mets::NAME)
        end
      end
    end
  end
end
