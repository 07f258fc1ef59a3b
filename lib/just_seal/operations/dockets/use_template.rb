# frozen_string_literal: true

module JustSeal
  module Operations
    # Begins a docket as a docket template says, with what whoever uses it was asked: its documents become records, or
    # records that are there are taken, and the draft is made of them.
    class UseTemplate < Operation
      # +version+: of Store::DocketTemplate +template+; +answers+: see Queries::OpeningQuestions; +files+: {number of a
      # document => {bytes:, file_name:}} that are sent in the place of kept ones; +trial+: with samples, which are
      # never counted. Returns the Store::Docket. Raises Errors::Invalid keyed by question ("case_file", "documents.1",
      # "titles.1", "particulars.1.NAME", "people.A.name", "ask.NAME"), Errors::Conflict as DraftDocket does.
      def call(actor, template:, answers:, files: {}, version: template.current, trial: false)
        allow!(actor, :prepare)
        @asked = Queries::OpeningQuestions.new(template, version, answers, sight: Queries::VisibleScope.new(actor))
        @read = TemplateAnswers.new(@asked, trial: trial)
        brought = documents(files)
        refuse(brought)

        people = people_in_full
        transaction do
          records = @asked.documents.map { |one| one.record || kept(actor, one, brought.fetch(one.number), trial) }
          docket = draft(actor, records)
          ApplyTemplate.call(
            actor,
            number: docket.number,
            edits: docket.refresh.edits,
            template: template,
            version: version,
            definition: @read.filled,
            people: people
          )
        end
      end

      private

      def refuse(brought)
        wrong = brought.select { |_, one| one.is_a?(Core::Problem) }.transform_keys { |number| "documents.#{number}" }
        problems = { **wrong, **@read.problems }
        raise Errors::Invalid, problems unless problems.empty?
      end

      # {number of a document to be made => [bytes, name, Core::Pdf::Intake::Result], or the Core::Problem with it}
      def documents(files)
        made = @asked.documents.select(&:made?)
        made.to_h { |one| [one.number, brought(one, files[one.number])] }
      end

      def brought(document, file)
        bytes, name = bytes_of(document, file)
        return Core::Problem.new(:template_wants_document) unless bytes

        looked = CaptureRecord.look(bytes)
        return looked.problem unless looked.valid?

        [bytes, name, looked.with(findings: looked.findings + FileGate.call(bytes))]
      rescue Errors::Invalid => e
        e.problems.values.first.then { |one| one.is_a?(Symbol) ? Core::Problem.new(one) : one }
      end

      # [bytes, name] of what is sent: what was brought, or what the template keeps.
      def bytes_of(document, file)
        return file.values_at(:bytes, :file_name) if file && !file[:bytes].empty? && document.replace != "kept"
        return unless document.file && document.replace != "must"

        bytes = office.blobs.get(document.file[:sha256])
        [document.said["pages"].to_s.empty? ? bytes : cut(document, bytes), document.file[:file_name]]
      end

      # The pages of the kept file that the template sends.
      def cut(document, bytes)
        pages = Core::Documents::PageRanges.pages(document.said["pages"], document.file[:page_count])
        places = pages.map { |page| Core::Pdf::ArrangedPages::Place.new(source: 1, page: page, turn: 0) }
        Ports::Confined.call { Core::Pdf::ArrangedPages.call({ 1 => bytes }, places) }
      end

      def kept(actor, document, (bytes, name, looked), trial)
        allow!(actor, :capture)
        allow_case_file!(actor, @asked.case_file, :change)
        kept = { record_class: document.record_class, case_file: @asked.case_file }
        kept.update(title: @read.title(document), values: @read.particulars(document))
        RecordKeeper.new(actor, sample: trial).keep([CaptureRecord.version(bytes, name, looked, office)], **kept)
      end

      def draft(actor, records)
        roles = @asked.documents.map { |one| one.said["role"] }
        docket = DraftDocket.call(actor, record: records[roles.index("sign")])
        return docket if records.one?

        list = records.zip(roles).map { |record, role| { "record" => record.number, "role" => role } }
        ArrangeDocuments.call(actor, number: docket.number, edits: docket.edits, documents: list)
      end

      # {letter => values of the party}. Phrases are slow by intent, and so hashed before anything is locked.
      def people_in_full
        @read.people.transform_values do |typed|
          phrase = typed["phrase"]
          given = typed.except("phrase").reject { |_, text| text.empty? }.transform_keys(&:to_sym)
          phrase.empty? ? given : given.merge(phrase_hash: ProveByPhrase.hash(phrase))
        end
      end
    end
  end
end
