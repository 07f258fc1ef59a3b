# frozen_string_literal: true

module JustSeal
  module Operations
    # Asks the authorities once a day how the certificates are on which time-stamps rest, and keeps what they say: many
    # files are renewed by one answer, and those of an authority that has gone out of business by its last.
    class KeepStatuses < Operation
      FRESH_SECONDS = 86_400

      # Asks of all that files rest on. Returns how many were told.
      def call
        Store::KeptStatus.order(:name).all.count do |row|
          row.lasts?(now) && renewed(row)
        rescue Errors::Unavailable => e
          row.update(problem: Core::Problem.kept(e))
          false
        end
      end

      # Core::Pdf::Seal::Material for the +certificates+ of a time-stamp of +since+ (Time): as it was told within a day,
      # or is told now, or was last told after +since+. Raises Errors::Unavailable.
      def material(certificates, since:)
        row = Store::KeptStatus.of(certificates) || note(certificates, since)
        fresh?(row) && row.asked_at > since ? row.told : renewed(row)
      rescue Ports::HttpCertificateStatus::Revoked
        raise
      rescue Errors::Unavailable
        raise unless row&.asked_at && row.asked_at > since

        row.told
      end

      # The same of the authority that stamped last, and will probably stamp next; nil where nothing is known.
      def expected
        row = Store::KeptStatus.last_used or return
        fresh?(row) ? row.told : renewed(row)
      rescue Errors::Unavailable
        nil
      end

      private

      def fresh?(row) = row.asked_at && (office.now - row.asked_at).between?(0, FRESH_SECONDS)

      def note(certificates, at)
        Store::KeptStatus.note(certificates, at)
        Store::KeptStatus.of(certificates)
      end

      def renewed(row)
        row.keep(office.status.material(row.certificates), office.now)
        row.told
      end
    end
  end
end
