# frozen_string_literal: true

module JustSeal
  module Operations
    # Seals a sheet that lists everybody whom a circulation asked, as a record of its own: who has acted, when, at which
    # level, with the hash of the entry that says so. Made again, it is that record's next version.
    class CertifyCirculation < Operation
      # +actor+: who wants it. Returns the Store::Version. Raises Errors::Invalid before anybody was asked,
      # Errors::Unavailable while an authority is away.
      def call(actor, number:)
        circulation = Store::Circulation.first(number: number) or raise Errors::Missing.new(
          :no_circulation,
          number: number
        )
        CirculationLock.allow!(actor, circulation)
        if circulation.recipients_dataset.exclude(docket_id: nil).empty?
          raise Errors::Invalid, { "sheet" => :sheet_needs_people }
        end

        account = Queries::CirculationAccount.new(circulation, office: office, at: now)
        bytes = SealReport.call(account.to_h)
        office.blobs.put(bytes)
        transaction { keep(actor, number, account, bytes) }
      end

      private

      def keep(actor, number, account, bytes)
        circulation = Store::Circulation.locked(number)
        version = version(actor, circulation, bytes)
        RenewSeal.look(version, bytes, now)
        facts = {
          "record" => version.record.number,
          "version" => version.number,
          "sha256" => version.sha256,
          "people" => account.size,
          "done" => account.done
        }
        record_event_on(number, "circulation.certified", actor, facts)
        version
      end

      def version(actor, circulation, bytes)
        keeper = RecordKeeper.new(actor)
        if circulation.sheet_record
          record = circulation.sheet_record.lock!
          return keeper.add_versions(record, [sheet(circulation, bytes)], from: record.versions.first.number + 1).first
        end

        record = keeper.keep(
          [sheet(circulation, bytes)],
          title: I18n.t("in_document.circulation.file", number: circulation.number, title: circulation.title)[0, 300],
          values: circulation.record ? circulation.record.particulars.to_h : {},
          **circulation.values_of_records
        )
        circulation.update(sheet_record_id: record.id)
        record.versions.first
      end

      def sheet(circulation, bytes)
        looked = Core::Pdf::Intake.look(Core::Pdf::Signing.open(bytes))
        {
          kind: "certificate",
          file_name: "#{circulation.number} certificate.pdf",
          sha256: Core::Ledger::Entry.digest(bytes),
          size_bytes: bytes.bytesize,
          page_count: looked.pages,
          page_sizes: looked.page_sizes,
          why: Core::Problem.kept(Core::Problem.new(:circulation_certified, number: circulation.number)),
          locked: true
        }
      end
    end
  end
end
