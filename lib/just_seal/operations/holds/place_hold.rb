# frozen_string_literal: true

module JustSeal
  module Operations
    # Places a hold, or makes one wider. From the end of the transaction on nothing that it covers is changed, handed
    # over or destroyed; whoever was about to is waited for (HoldGate).
    class PlaceHold < Operation
      MAX_TITLE = 200
      MAX_REASON = 2_000

      # +terms+: as of HoldTerms; +stops_dockets+: do dockets stop as well? Returns the Store::Hold.
      # Raises Errors::Invalid with {field => problem}.
      def call(actor, title:, reason:, terms:, stops_dockets: false)
        allow!(actor, :keep_holds)
        said = { title: Core::Filing::SafeName.line(title), reason: reason.strip }
        found = checked(actor, said, terms)
        transaction do
          HoldGate.shut
          hold = Store::Hold.create(
            number: number,
            stops_dockets: stops_dockets,
            made_by: actor.id,
            made_at: now,
            **said
          )
          facts = { "title" => hold.title, "reason" => hold.reason, "stops_dockets" => stops_dockets ? "yes" : "no" }
          record_event_on(hold.number, "hold.placed", actor, facts.merge("terms" => told(found)))
          keep(actor, hold, found)
        end
      end

      # More that it is about. Raises Errors::Conflict once it is lifted.
      def widen(actor, number:, terms:)
        allow!(actor, :keep_holds)
        found = HoldTerms.call(actor, terms)
        transaction do
          HoldGate.shut
          hold = Store::Hold.locked(number)
          raise Errors::Conflict.new(:hold_lifted, number: number) unless hold.live?

          known = hold.terms.map { |term| [term.kind, term.value] }
          fresh = found.reject { |term| known.include?(term.values_at(:kind, :value)) }
          next hold if fresh.empty?

          record_event_on(number, "hold.widened", actor, "terms" => told(fresh))
          keep(actor, hold, fresh)
        end
      end

      private

      def checked(actor, said, terms)
        problems = {}
        problems["title"] = :hold_unnamed unless said[:title].length.between?(1, MAX_TITLE)
        problems["reason"] = :hold_without_reason if said[:reason].empty?
        problems["reason"] = Core::Problem.new(:too_long, limit: MAX_REASON) if said[:reason].length > MAX_REASON
        found = begin
          HoldTerms.call(actor, terms)
        rescue Errors::Invalid => e
          problems.update(e.problems)
        end
        raise Errors::Invalid, problems unless problems.empty?

        found
      end

      def keep(actor, hold, terms)
        terms.each do |term|
          Store::HoldTerm.create(
            hold_id: hold.id,
            added_by: actor.id,
            added_at: now,
            **term,
            facts: Sequel.pg_jsonb(term[:facts])
          )
        end
        Jobs::SpreadHold.enqueue(hold.id)
        hold.refresh
      end

      def told(terms) = terms.map { |term| "#{term[:kind]} #{term[:value]}" }

      def number
        year = office.zone.to_local(now).year
        format("H-%d-%04d", year, Store::Counters.next("hold:#{year}"))
      end
    end
  end
end
