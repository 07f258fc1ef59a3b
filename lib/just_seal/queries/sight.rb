# frozen_string_literal: true

module JustSeal
  module Queries
    # What one member of staff may see and change, by the limits of the case files. One for each request: it looks the limits up once.
    class Sight
      # +person+: answers role, unit and id (Store::Account or Core::Actor).
      def initialize(person)
        @person = person
      end

      def case_files(dataset = Store::CaseFile.dataset) = hidden.empty? ? dataset : dataset.exclude(Sequel[:case_files][:id] => hidden)
      def records(dataset = Store::Record.dataset) = hidden.empty? ? dataset : dataset.exclude(Sequel[:records][:case_file_id] => hidden)

      # Dockets of records that this person may see, and those that it sent or has to act on.
      def dockets(dataset = Store::Docket.dataset)
        return dataset if hidden.empty?

        closed = Store::DocketDocument.where(record_id: Store::Record.where(case_file_id: hidden).select(:id)).select(:docket_id)
        own = Store::Party.where(account_id: @person.id).select(:docket_id)
        dataset.where(Sequel.~(Sequel[:dockets][:id] => closed) | { owner_id: @person.id } | { Sequel[:dockets][:id] => own })
      end

      # +case_file+: Store::CaseFile.
      def see?(case_file) = !hidden.include?(case_file.id)
      def change?(case_file) = !fixed.include?(case_file.id)

      private

      def hidden = @hidden ||= closed_for("see")
      def fixed = @fixed ||= closed_for("change")

      def closed_for(act)
        return [] if Core::Access.unlimited?(@person.role, act)

        limited = Store::CaseFile.where(Sequel.lit("access <> '{}'")).select_map(%i[id access])
        Store::CaseFile.beneath(limited.reject { |_, limits| Core::Access.passes?(limits, act, role: @person.role, unit: @person.unit) }.map(&:first))
      end
    end
  end
end
