# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Evidence
        # What was sealed, with the documents that prove it; and whether every chain on the page holds.
        class List < Page
          DAYS_SECONDS = 30 * 86_400

          attr_reader :found

          # +chains+: {docket number => Core::Ledger::Chain::Result}; +versions+: {docket number => {kind =>
          # Store::Version}}.
          def initialize(context, found, chains:, versions:)
            super(context)
            @found = found
            @chains = chains
            @versions = versions
          end

          def place = :evidence

          # What programs and standing instructions did in the last thirty days.
          def by_machine
            counted("entry", Queries::MachineEntries.count(now - DAYS_SECONDS))
          end

          def sealed = t(".on_this_page", dockets: counted("docket", @chains.size))
          def broken = @chains.values.count { |chain| !chain.holds? }
          def broken_words = t(".broken", count: broken)
          def inquiries? = may?(:see_inquiries)
          def entries? = may?(:find_entries)
          def chain(row) = @chains.fetch(row.docket.number)
          def broken_at(row) = t(".broken_at", seq: chain(row).faults.map(&:seq).min)
          def older_path = evidence_path(after: found.next_key)

          def hash_start(row)
            sealed = version(row, "sealed")
            sealed && "#{grouped(sealed.sha256, 16)} …"
          end

          def certificate_path(row)
            certificate = version(row, "certificate")
            certificate && version_file_path(certificate.record, certificate.number)
          end

          private

          def version(row, kind) = @versions.fetch(row.docket.number, {})[kind]
        end
      end
    end
  end
end
