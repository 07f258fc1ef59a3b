# frozen_string_literal: true

module JustSeal
  module Operations
    # Lists what has fallen due to be destroyed, or what an archive has confirmed that it has, for people to look at
    # line by line. What another list has already is left out.
    class PrepareDisposal < Operation
      MAX_TITLE = 200

      # +due_by+: Date, not in the future; +record_class+: row, with all beneath it, nil for every class;
      # +certificate_class+, +certificate_file+: rows, where the certificate is filed and as what; +transfer+: row,
      # whose confirmed records are listed and nothing else. Returns the Store::Disposal. Raises Errors::Invalid with
      # {field => problem}, also where nothing is due.
      def call(actor, title:, due_by:, certificate_class:, certificate_file:, record_class: nil, transfer: nil)
        allow!(actor, :dispose)
        title = Core::Filing::SafeName.line(title)
        refuse(title, due_by, certificate_class, certificate_file)
        transaction do
          disposal = Store::Disposal.create(
            number: number,
            title: title,
            due_by: due_by,
            record_class_id: record_class&.id,
            state: "review",
            certificate_class_id: certificate_class.id,
            certificate_file_id: certificate_file.id,
            made_by: actor.id,
            made_at: now
          )
          count = list(disposal, transfer)
          if count.zero?
            raise Errors::Invalid, { "due_by" => transfer ? :nothing_confirmed : :nothing_due }
          end

          record_event_on(disposal.number, "disposal.prepared", actor, told(disposal, transfer, count))
          disposal
        end
      end

      private

      def refuse(title, due_by, record_class, case_file)
        problems = {}
        problems["title"] = :disposal_unnamed unless title.length.between?(1, MAX_TITLE)
        problems["due_by"] = :no_such_day unless due_by
        problems["due_by"] = :due_in_future if due_by && due_by > today
        problems["certificate_class"] = class_problem(record_class)
        problems["certificate_file"] = file_problem(case_file)
        problems.compact!
        raise Errors::Invalid, problems unless problems.empty?
      end

      # Nobody would be asked for particulars when the job files it.
      def class_problem(row)
        return :choose_certificate_class unless row

        :certificate_class_asks if row.particulars.to_a.any? { |item| item["required"] }
      end

      def file_problem(row)
        return :choose_case_file unless row

        Core::Problem.new(:case_file_closed, code: row.code) if row.closed_at
      end

      def today = @today ||= office.zone.to_local(now).to_date

      def number
        format("D-%d-%04d", today.year, Store::Counters.next("disposal:#{today.year}"))
      end

      def told(disposal, transfer, count)
        facts = { "title" => disposal.title, "due_by" => disposal.due_by.iso8601, "lines" => count }
        facts["class"] = disposal.record_class.code if disposal.record_class
        facts["transfer"] = transfer.number if transfer
        facts
      end

      def list(disposal, transfer)
        batches = transfer ? handed_over(transfer) : due(disposal)
        batches.sum do |rows|
          db[:disposal_lines].multi_insert(rows.map { |row| row.merge(disposal_id: disposal.id) })
          rows.size
        end
      end

      def listed = Queries::OpenLists.of_disposals.select(:record_id)

      def due(disposal) = Queries::Disposals.due(disposal, at: now, zone: office.zone).each_batch

      # What the archive has and we still have.
      def handed_over(transfer)
        lines = transfer.lines_dataset.confirmed.exclude(record_id: listed).exclude(record_id: Store::Content.stubs)
        lines.order(:id).limit(Queries::DueTo::MOST).all.each_slice(Queries::DueTo::BATCH).map do |some|
          some.map { |line| handed_over_line(transfer, line) }
        end
      end

      def handed_over_line(transfer, line)
        archive = {
          "transfer" => transfer.number,
          "archive" => transfer.archive,
          "identifier" => line.identifier,
          "package" => line.package_sha256
        }
        {
          record_id: line.record_id,
          due_on: line.due_on,
          basis: Sequel.pg_jsonb(line.basis.to_h.merge(archive.compact))
        }
      end
    end
  end
end
