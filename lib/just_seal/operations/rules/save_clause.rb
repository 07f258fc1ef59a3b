# frozen_string_literal: true

module JustSeal
  module Operations
    # Keeps a clause for documents that are written here. Every saving is a version; what was written keeps its own
    # until somebody takes the newer one.
    class SaveClause < Operation
      CHAIN = "clauses"
      TITLE = (1..200)

      # +name+: machine name; +body+: HTML as Core::Documents::Written reads it; +version+: the one that the editor
      # began from, 0 for a new clause. Returns the Store::OfficeClause. Raises Errors::Invalid keyed "name", "title" or
      # "html", Errors::Conflict when somebody else saved meanwhile.
      def call(actor, name:, title:, body:, version: 0)
        allow!(actor, :define_classes)
        title = Core::Filing::SafeName.line(title)
        problems = {}
        problems["title"] = :clause_title unless TITLE.cover?(title.length)
        unless name.match?(Core::Filing::ClassDefinition::NAME)
          problems["name"] = Core::Problem.new(:not_a_machine_name, name: name)
        end
        source = read(body, problems)
        raise Errors::Invalid, problems unless problems.empty?

        transaction { store(actor, name, title, source.body, version) }
      rescue Sequel::UniqueConstraintViolation
        raise Errors::Invalid, { "name" => Core::Problem.new(:name_twice, name: name) }
      end

      # Takes it out of use; what was written stays.
      def retire(actor, name:)
        allow!(actor, :define_classes)
        transaction do
          locked(name).update(retired_at: now)
          record_event_on(CHAIN, "clause.retired", actor, "name" => name)
        end
      end

      private

      def read(body, problems)
        facts = Ports::Confined.call(field: "html") { Core::Documents::Written.read(body).to_h }
        source = Core::Documents::Written::Source.new(**facts)
        problems["html"] = :clause_in_clause if source.clauses.any?
        source
      rescue Core::Refused => e
        problems["html"] = e.reason
        nil
      rescue Errors::Invalid => e
        problems.update(e.problems)
        nil
      end

      def store(actor, name, title, body, version)
        row = version.zero? ? Store::OfficeClause.create(name: name, version: 1) : revised(name, version)
        db[:office_clause_versions].insert(
          clause_id: row.id,
          version: row.version,
          title: title,
          body: body,
          made_by: actor.id,
          made_at: now
        )
        facts = { "name" => name, "version" => row.version, "sha256" => Digest::SHA256.hexdigest(body) }
        record_event_on(CHAIN, "clause.written", actor, facts)
        row
      end

      def revised(name, version)
        row = locked(name)
        raise Errors::Conflict.new(:changed_meanwhile, name: name) unless row.version == version

        row.update(version: version + 1)
      end

      def locked(name)
        Store::OfficeClause.live.where(name: name).for_update.first or raise Errors::Missing.new(:no_clause, name: name)
      end
    end
  end
end
