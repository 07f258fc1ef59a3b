# frozen_string_literal: true

module JustSeal
  module Operations
    # Puts the newest version of the record into a draft in the place of the one that it began with. Fields go with the
    # words that they stand beside; those whose words are missing are marked, and go to nobody before they were looked
    # at; those of a page that is gone go with it.
    class TakeNewestVersion < Operation
      # +position+: of the document in the docket; +version+: number of the one that was looked at, nil for whatever is
      # the newest. Returns the docket. Raises Errors::Conflict when it is no longer a draft, has the newest version
      # already, or another one is the newest by now.
      def call(actor, number:, position: 1, version: nil)
        plan = plan(number, position)
        refuse(plan, number, version)
        outcomes = plan.outcomes # outside of the transaction: the text of both is read
        transaction do
          docket = DraftLock.call(actor, number)
          document = document(docket, position)
          stale = document.version_id != plan.document.version_id
          raise Errors::Conflict.new(:docket_saved_meanwhile, number: number) if stale || moved?(document, outcomes)

          take(docket, document, plan.version, outcomes)
          tell(actor, docket, plan)
          docket
        end
      end

      private

      def plan(number, position)
        docket = Store::Docket.first(number: number) or raise Errors::Missing.new(:no_docket, number: number)
        raise Errors::Conflict.new(:not_a_draft, number: number) unless docket.state == "draft"

        Queries::VersionPlan.new(document(docket, position))
      end

      def document(docket, position)
        docket.documents.find { |one| one.position == position } or
          raise Errors::Missing.new(:no_such_document_of, number: docket.number)
      end

      def refuse(plan, number, version)
        raise Errors::Conflict.new(:newest_already, number: number) if plan.newest?
        return if version.nil? || plan.version.number == version

        raise Errors::Conflict.new(:docket_saved_meanwhile, number: number)
      end

      # Has somebody placed fields since they were looked at?
      def moved?(document, outcomes)
        looked = outcomes.map { |one| [one.spot.name, one.spot.page, one.spot.x, one.spot.y] }
        looked.sort != document.fields_dataset.select_map(%i[name page x y]).sort
      end

      def take(docket, document, version, outcomes)
        document.update(version_id: version.id)
        rows = document.fields_dataset.to_hash(:name)
        outcomes.each do |one|
          row = rows.fetch(one.spot.name)
          next row.delete if one.fate == :gone

          lost = one.fate == :lost ? one.words[0, PlaceFields::MAX_ANCHOR] : ""
          row.update(page: one.page, x: one.x, y: one.y, anchor: lost)
        end
        docket.update(edits: docket.edits + 1)
      end

      def tell(actor, docket, plan)
        facts = { "version" => plan.version.number, "sha256" => plan.version.sha256 }
        record_event(docket, "docket.version_changed", actor, facts.merge(plan.counts.transform_keys(&:to_s)))
      end
    end
  end
end
