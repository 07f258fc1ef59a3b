# frozen_string_literal: true

module JustSeal
  module Operations
    # Gives a scan the words that stand on its pages, as a version of its own: pages are turned upright and straightened
    # first, and how surely they were read is said with it. The scan itself stays as it came. Safe to run twice.
    class ReadScan < Operation
      # Leaning less than this is not seen; leaning more was meant.
      LEANS = (0.2..15.0)
      # Under this mean confidence (of 100) what was read has to be looked at.
      DOUBTFUL = 75

      # Asked for by somebody, of record +number+; a job does it. Raises Errors::Conflict where there is no scan.
      def ask(actor, number:)
        allow!(actor, :capture)
        record = Store::Record.first(number: number)
        allow_record!(actor, record, :change)
        BoundRecord.refuse(record)
        version = newest(record)
        raise Errors::Conflict.new(:no_scan, number: number) unless version&.kind == "scan"

        Jobs::ReadScan.enqueue(version.id)
      end

      # Returns the new Store::Version, nil where nothing was to be done.
      def call(version_id)
        version = Store::Version[version_id]
        return unless version && version.id == newest(version.record)&.id && version.kind == "scan"

        bytes, pages = read(office.blobs.get(version.sha256))
        return if pages.sum(&:words).zero?

        transaction { store(version, bytes, pages) }
      end

      private

      def newest(record) = record.versions_dataset.working.order(Sequel.desc(:number)).first

      # [bytes with words, [Ports::Tesseract::Page, ...]]
      def read(bytes)
        scan = Core::Pdf::ScannedPages.new(bytes)
        pages = (1..scan.count).map do |number|
          turned = turn(scan, number)
          page = straight(scan, number)
          scan.lay(number, page.text) if page.words.positive?
          page.with(turned: turned)
        end
        [scan.bytes, pages]
      end

      def turn(scan, number)
        turned = office.scans.turned(scan.alone(number), points: scan.longest(number))
        scan.turn(number, turned) if turned.positive?
        turned
      end

      # Read once to see how it leans, and once more where it did.
      def straight(scan, number)
        page = office.scans.read(scan.alone(number), points: scan.longest(number))
        return page.with(leaning: 0.0) unless LEANS.cover?(page.leaning.abs)

        scan.straighten(number, page.leaning)
        office.scans.read(scan.alone(number), points: scan.longest(number)).with(leaning: page.leaning)
      end

      def store(version, bytes, pages)
        record = Store::Record.where(id: version.record_id).for_update.first
        return unless newest(record)&.id == version.id && BoundRecord.free?(record)

        looked = CaptureRecord.look(bytes)
        row = RecordKeeper.new(Core::Actor::SYSTEM).add_versions(
          record,
          [columns(version, bytes, looked, pages)],
          from: record.versions_dataset.max(:number) + 1
        ).first
        facts = { "version" => row.number, "of" => version.number, "sha256" => row.sha256, "quality" => quality(pages) }
        record_event_on(record.number, "record.scan_read", Core::Actor::SYSTEM, facts)
        row
      end

      def columns(version, bytes, looked, pages)
        {
          kind: "read",
          file_name: version.file_name,
          sha256: office.blobs.put(bytes),
          size_bytes: bytes.bytesize,
          page_count: looked.pages,
          page_sizes: looked.page_sizes,
          findings: [finding(pages), *looked.findings].map(&:kept),
          why: Core::Problem.kept(Core::Problem.new(:scan_was_read, version: version.number))
        }
      end

      def finding(pages)
        code = quality(pages) < DOUBTFUL ? :read_doubtfully : :read_surely
        facts = {
          quality: quality(pages),
          turned: pages.count { |page| page.turned.positive? },
          straightened: pages.count { |page| page.leaning.abs.positive? }
        }
        Core::Pdf::Intake::Finding.new(code: code, facts: facts)
      end

      # Mean confidence over all words.
      def quality(pages)
        read = pages.select(&:confidence)
        (read.sum { |page| page.confidence * page.words } / read.sum(&:words).to_f).round
      end
    end
  end
end
