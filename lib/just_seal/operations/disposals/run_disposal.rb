# frozen_string_literal: true

module JustSeal
  module Operations
    # Carries an approved disposal out, some lines at a time; when nothing is left, and the bytes are gone, it seals and
    # files the certificate. May die and be run again at any moment.
    class RunDisposal < Operation
      LINES = 500

      # Returns :more, :sweep with bytes to take away, or :done.
      def call(disposal_id)
        disposal = Store::Disposal[disposal_id]
        return :done unless disposal.state == "running"

        lines(disposal).each { |id| DestroyRecord.call(id) }
        return :more if lines(disposal).any?

        Jobs::SweepBytes.plan_for(SweepBytes.call(disposal.id) || now, disposal.id)
        :sweep
      end

      # Once the bytes are gone. Returns the disposal when it was finished now.
      def finish(disposal_id)
        disposal = Store::Disposal[disposal_id]
        return unless finished?(disposal)

        account = Queries::DisposalAccount.new(disposal, office: office, at: now)
        bytes = SealReport.call(account.to_h)
        office.blobs.put(bytes)
        transaction { keep(disposal_id, account, bytes) }
      end

      private

      def lines(disposal) = disposal.lines_dataset.left.order(:id).limit(LINES).select_map(:id)

      def finished?(disposal)
        disposal.state == "running" && disposal.lines_dataset.left.empty? &&
          db[:doomed_bytes].where(disposal_id: disposal.id, state: %w[doomed aside]).empty?
      end

      def keep(disposal_id, account, bytes)
        disposal = Store::Disposal.where(id: disposal_id).for_update.first
        return unless finished?(disposal)

        record = file(disposal, bytes)
        facts = { "record" => record.number, "sha256" => Core::Ledger::Entry.digest(bytes), **account.counts }
        record_event_on(disposal.number, "disposal.done", Core::Actor::SYSTEM, facts)
        disposal.update(state: "done", ended_at: now, certificate_record_id: record.id)
      end

      def file(disposal, bytes)
        place = disposal.certificate_file
        record = RecordKeeper.new(keeper(disposal)).keep(
          [version(disposal, bytes)],
          title: I18n.t("in_document.disposal.file", number: disposal.number, title: disposal.title)[0, 300],
          values: {},
          record_class: disposal.certificate_class,
          case_file: place
        )
        RenewSeal.look(record.versions.first, bytes, now)
        record
      end

      # Whoever prepared it, by a job.
      def keeper(disposal)
        maker = disposal.maker
        Core::Actor.new(kind: "staff", id: maker.id, name: maker.name, role: maker.role, unit: maker.unit, via: "job")
      end

      def version(disposal, bytes)
        looked = Core::Pdf::Intake.look(Core::Pdf::Signing.open(bytes))
        {
          kind: "certificate",
          file_name: "#{disposal.number} certificate.pdf",
          sha256: Core::Ledger::Entry.digest(bytes),
          size_bytes: bytes.bytesize,
          page_count: looked.pages,
          page_sizes: looked.page_sizes,
          why: Core::Problem.kept(Core::Problem.new(:disposal_certified, number: disposal.number)),
          locked: true
        }
      end
    end
  end
end
