# frozen_string_literal: true

module JustSeal
  module Queries
    # Folders and mailboxes out of which files come in, and what came.
    module WaysIn
      SIZE = 40

      module_function

      def all = Store::WayIn.live.eager(:account, :record_class, :case_file).order(:name).all
      def find(id) = Store::WayIn.live.first(id: id.to_i)

      # {id => number of what came by it}
      def counts(rows)
        Store::Arrival.where(way_in_id: rows.map(&:id)).group_and_count(:way_in_id).as_hash(:way_in_id, :count)
      end

      # A Page of Store::Arrival, the newest first.
      def arrivals(way, after: nil)
        Page.of(Store::Arrival.where(way_in_id: way.id).eager(intake: :files), after: after, size: SIZE)
      end

      # {id of an intake => number of the record that it became}
      def records(arrivals)
        files = Store::IntakeFile.where(intake_id: arrivals.filter_map(&:intake_id)).exclude(record_id: nil)
        files.join(:records, id: :record_id).select_hash(Sequel[:intake_files][:intake_id], Sequel[:records][:number])
      end
    end
  end
end
