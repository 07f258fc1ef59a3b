# frozen_string_literal: true

module JustSeal
  module Queries
    # What the newest version of a record makes of the fields that stand on the one that a draft began with, before
    # anything is changed.
    class VersionPlan
      attr_reader :document, :version

      # +document+: Store::DocketDocument of a draft.
      def initialize(document, office: JustSeal.office)
        @document = document
        @version = document.record.versions_dataset.working.first
        @office = office
      end

      # Is the newest one there already?
      def newest? = version.id == document.version_id

      # [Core::Fields::Replacement::Outcome, ...]
      def outcomes
        @outcomes ||= Core::Fields::Replacement.call(spots, before: words(document.version), after: words(version))
      end

      # {fate => how many}
      def counts = outcomes.map(&:fate).tally

      private

      def spots = document.spots(document.docket.letters)

      # {number of a page => its words}
      def words(of)
        pages = @office.text.words(@office.blobs.get(of.sha256))
        pages.each.with_index(1).to_h { |found, number| [number, found] }
      end
    end
  end
end
