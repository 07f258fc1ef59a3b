# frozen_string_literal: true

module JustSeal
  module Queries
    # All that the page of a docket tells, in a fixed number of queries, however many parties there are.
    class DocketOverview
      attr_reader :docket

      # +now+: Time of the judgements.
      def initialize(docket, now:)
        @docket = docket
        @now = now
        docket.associations[:parties] = parties
        docket.associations[:documents] = documents
      end

      def parties
        @parties ||= @docket.parties_dataset.eager(:proofs, :members, :fields).all.each do |party|
          party.associations[:docket] = @docket
        end
      end

      def documents
        @documents ||= @docket.documents_dataset.eager(record: %i[record_class case_file], version: nil).all
      end

      # The Store::Disposal with which it went, nil while any of its records is there.
      def disposal
        return @disposal if defined?(@disposal)

        gone = Store.db[:docket_stubs].where(docket_id: @docket.id).select(:disposal_id)
        @disposal = Store::Disposal.first(id: gone)
      end

      # The Store::InstructionRun that prepared it, nil where a person did.
      def run
        return @run if defined?(@run)

        @run = InstructionList.run_of(@docket)
      end

      # Queries::AssuranceStatus of +party+; nil for one that only receives a copy.
      def status(party) = party.act == "receive" ? nil : standings.of(party)

      # Store::Waiver of +party+, the oldest first.
      def waivers(party) = standings.waivers(party)

      def course = @course ||= DocketCourse.new(@docket, parties, now: @now)

      # Store::Message that should have gone out by now.
      def late_mails = @late_mails ||= Troubles.new(at: @now).mails(@docket)

      # Store::Message to the address that +party+ has now that came back, the newest; nil for none.
      def returned(party)
        came_back.find { |one| one.party_id == party.id && one.to_address == party.place(one.channel) }
      end

      # Store::PaperCopy that +party+ signs or signed by pen, nil for none.
      def paper(party) = papers.find { |copy| copy.party_id == party.id }

      # PaperChoice of +party+.
      def paper_choice(party)
        @terms ||= documents.select(&:to_sign?).map { |document| PaperChoice.terms(document.record) }
        PaperChoice.new(@docket, party, at: @now, known: { status: status(party), terms: @terms })
      end

      # [[Store::Party, Store::DocketFile], ...] that parties brought along.
      def files
        @files ||= begin
          fields = parties.flat_map { |party| party.fields.map { |field| [field.id, party] } }.to_h
          brought = Store::DocketFile.where(field_id: fields.keys).order(:id).map do |file|
            [fields.fetch(file.field_id), file]
          end
          brought.select { |party, file| party.acted_at && file.visit_id == party.acted_visit_id }
        end
      end

      # Store::Visit of +party+ that are open, by number.
      def visits(party) = open_visits.fetch(party.id, [])

      # Versions that hold the sealed documents and the certificate, one for each file: sealed ones first.
      def sealed_versions
        @sealed_versions ||= Store::Version.where(docket_number: @docket.number)
          .eager(:record)
          .order(:id)
          .all
          .uniq(&:sha256)
          .partition { |version| version.kind == "sealed" }
          .flatten
      end

      private

      def papers
        @papers ||= Store::PaperCopy.where(docket_id: @docket.id).exclude(state: "ended")
          .order(Sequel.desc(:number)).all
      end

      def came_back
        @came_back ||= Store::Message.where(docket_id: @docket.id).exclude(bounced_at: nil)
          .order(Sequel.desc(:bounced_at)).all
      end

      def open_visits
        @open_visits ||= Store::Visit.live.where(party_id: parties.map(&:id)).eager(:link).order(:number).all
          .select { |visit| visit.usable?(@now) && visit.link[:method] != "in_person" }
          .group_by(&:party_id)
      end

      def standings = @standings ||= AssuranceStatuses.new(@docket, parties, at: @now)
    end
  end
end
