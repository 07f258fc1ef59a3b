# frozen_string_literal: true

module JustSeal
  module Operations
    # Publishes a version of the rulebook: from then on, or from its start, it decides. Who wrote it does not publish
    # it, unless the office has decided that one person may do both.
    class PublishRulebook < Operation
      ALONE = "rulebook_alone"

      # May the writer of a version publish it?
      def self.alone? = Store::OfficeChoices.yes?(ALONE)

      # Returns the Store::Rulebook. Raises Errors::Forbidden for its writer, Errors::Conflict when it is published.
      def call(actor, version:)
        allow!(actor, :write_rules)
        transaction do
          row = Store::Rulebook.where(version: version).for_update.first or
            raise Errors::Missing.new(:no_such_rulebook, version: version)
          raise Errors::Conflict.new(:rulebook_published, version: version) if row.publication
          raise Errors::Forbidden, :own_rulebook if row.made_by == actor.id && !self.class.alone?

          publish(actor, row)
        end
      end

      # Runs in the transaction of what wrote it, where one person may do both.
      def publish(actor, row)
        Store::RulebookPublication.create(version: row.version, published_by: actor.id, published_at: now)
        sha256 = Core::Ledger::Entry.digest(JSON.generate(row.definition))
        record_event_on("rulebook", "rulebook.published", actor, "version" => row.version, "sha256" => sha256)
        row
      end

      # Decides whether one person may write and publish. For administrators.
      def decide(actor, alone:)
        allow!(actor, :keep_staff)
        transaction do
          before, after = [self.class.alone?, alone].map { |value| value ? "yes" : "no" }
          next if before == after

          Store::OfficeChoices.set(ALONE, after)
          record_event_on("rulebook", "rulebook.alone_decided", actor, "before" => before, "after" => after)
        end
      end
    end
  end
end
