# frozen_string_literal: true

module JustSeal
  module Operations
    # Keeps a docket template: made from a docket, edited, or taken in as JSON. Every saving is a version; versions are
    # never changed. One that is not published can be tried, and is used by nobody yet.
    class SaveDocketTemplate < Operation
      CHAIN = "templates"

      # +definition+: as Core::Dockets::TemplateDefinition reads it; +sharing+: see KeepSharing, nil to leave it;
      # +code+: of the template that gets a new version, nil for a new one; +version+: the one that the editor began
      # from; +files+: {number of a document => {bytes:, file_name:}} that the template is to keep; +known+: SHA-256 of
      # kept files that a new template may speak of; +publish+: is the version used from now on? Returns the
      # Store::DocketTemplate. Raises Errors::Invalid keyed "template.NUMBER", Errors::Conflict when somebody else saved
      # meanwhile.
      def call(actor, definition:, sharing: nil, code: nil, version: 0, files: {}, known: [], publish: true)
        allow!(actor, :prepare)
        keeper = TemplateFiles.new
        kept, problems = read(definition, keeper, files)
        problems += keeper.problems(kept, known + (code ? keeper.of_template(code) : [])) if problems.empty?
        refuse(problems) if problems.any?

        transaction do
          row = code ? TemplateLock.call(actor, code, version) : made(actor)
          store(actor, row, kept, keeper, publish)
          KeepSharing.write(row, sharing) if sharing && code.nil?
          row
        end
      end

      # Takes it out of use; dockets that were made from it keep what they have.
      def retire(actor, code:)
        allow!(actor, :prepare)
        transaction do
          TemplateLock.call(actor, code, own: true).update(retired_at: now)
          record_event_on(CHAIN, "docket_template.retired", actor, "code" => code)
        end
      end

      # The newest version is used from now on. +version+: the one that was looked at.
      def publish(actor, code:, version:)
        allow!(actor, :prepare)
        transaction do
          row = TemplateLock.call(actor, code, version)
          facts = { "code" => code, "version" => row.version, "before" => row.current }
          record_event_on(CHAIN, "docket_template.published", actor, facts)
          row.update(in_use: nil)
        end
      end

      private

      def read(definition, keeper, files)
        given = definition.is_a?(Hash) ? keeper.put_in(definition, files) : definition
        kept, problems = Core::Dockets::TemplateDefinition.read(given)
        classes = [kept["class"], *kept["documents"].to_a.map { |document| document["class"] }].uniq - [nil, ""]
        strange = classes - Store::RecordClass.where(code: classes).select_map(:code)
        [kept, problems + keeper.faults + strange.map { |one| Core::Problem.new(:no_class, code: one) }]
      end

      # Nothing in a template is a field of a form.
      def refuse(problems)
        keyed = problems.each_with_index.to_h { |problem, index| ["template.#{index + 1}", problem] }
        raise Errors::Invalid, keyed
      end

      def made(actor)
        Store::DocketTemplate.create(
          code: format("DT-%03d", Store::Counters.next("docket_template")),
          owner_id: actor.id,
          created_at: now
        )
      end

      def store(actor, row, definition, keeper, publish)
        number = row.version + 1
        in_use = publish ? nil : row.current
        db[:docket_template_versions].insert(
          template_id: row.id,
          version: number,
          title: definition["title"],
          definition: Sequel.pg_jsonb(definition),
          made_by: actor.id,
          made_at: now
        )
        keeper.keep(row, number, definition)
        sha256 = Digest::SHA256.hexdigest(JSON.generate(definition))
        facts = { "code" => row.code, "version" => number, "sha256" => sha256, "used" => publish ? "yes" : "no" }
        record_event_on(CHAIN, "docket_template.written", actor, facts)
        row.update(version: number, in_use: in_use, class_code: definition["class"].to_s)
      end
    end
  end
end
