# frozen_string_literal: true

module JustSeal
  module Operations
    # Takes one file that came by a way in into an intake of its own, once: the same intake and the same findings as for
    # a file that somebody drops.
    class TakeArrival < Operation
      # +key+: what makes two arrivals the same; +name+, +bytes+: of the file; +subject+: of the mail that brought it;
      # +beside+: [text, kind] of values, or nil; +sender+: address. Returns the Store::Arrival, nil where it was taken
      # before. Raises Errors::Invalid for what is no document, Core::Refused for values that can't be read.
      def call(way, key:, name:, bytes:, subject: nil, beside: nil, sender: nil)
        actor = WayActor.of(way)
        values = values(way, name, subject, beside)
        transaction do
          arrival = first(way, key, name, sender) or next
          intake = BeginIntake.call(
            actor,
            bytes: bytes,
            file_name: name,
            record_class: way.record_class,
            case_file: way.case_file,
            title: values["title"].to_s,
            values: values
          )
          arrival.update(intake_id: intake.id)
        end
      end

      # Keeps that something came and was not taken. Returns the Store::Arrival, nil where that was known.
      def refuse(way, key:, name:, problem:, sender: nil)
        transaction do
          arrival = first(way, key, name, sender) or next
          arrival.update(problem: Core::Problem.kept(problem))
        end
      end

      private

      def first(way, key, name, sender)
        kept = { way_in_id: way.id, key: key, name: name[0, 300], sender: sender, created_at: now }
        id = db[:arrivals].insert_conflict.returning(:id).insert(kept).first&.fetch(:id)
        id && Store::Arrival[id]
      end

      # What lies beside the file counts before what its name says, and that before what the way says of all.
      def values(way, name, subject, beside)
        pattern = Core::Filing::NamePattern.new(way.pattern)
        said = pattern.read(name)
        said = pattern.read(subject) if said.empty? && subject
        own = beside ? Core::Filing::ValuesBeside.read(*beside) : {}
        { **way.particulars.to_h, **said, **own }
      end
    end
  end
end
