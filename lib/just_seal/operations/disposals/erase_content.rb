# frozen_string_literal: true

module JustSeal
  module Operations
    # Takes the content of a record out of all rows, and what its dockets say of people. Runs in the transaction that
    # destroys it.
    class EraseContent < Operation
      CONTENT = Store::Content

      # +dockets+: those of which nothing is left.
      def call(record, dockets)
        of_record(record)
        of_dockets(dockets) if dockets.any?
        of_circulations(record)
        circulations = Store::Circulation.where(record_id: record.id).all
        [record, *dockets, *circulations].each { |one| db.get(Sequel.function(:ledger_forget, one.number)) }
      end

      private

      def of_record(record)
        CONTENT::OF_RECORD.each { |table, blank| rows(table, record.id, :record_id).update(blank) }
        db[:records].where(id: record.id).update(title: title(record.record_class, record.title, record.number))
        gone(:version, db[:versions].where(record_id: record.id).select(:id))
        gone(:record, record.id)
        Queries::BytesOfRecord.packages(record).update(package_sha256: nil)
        forget_typed(record)
      end

      # Rows that go: of a :version, :record, :docket or :party.
      def gone(what, ids) = CONTENT::GONE.fetch(what).each { |table| db[table].where("#{what}_id": ids).delete }

      # What was typed when it was captured, or brought back.
      def forget_typed(record)
        intakes = db[:intake_files].where(record_id: record.id).select(:intake_id)
        db[:intakes].where(Sequel.|({ id: intakes }, { record_id: record.id })).update(typed: CONTENT::PLAIN)
      end

      # The table of the thing itself goes by its own id.
      def rows(table, id, column) = db[table].where((%i[records dockets].include?(table) ? :id : column) => id)
      def title(record_class, title, number) = record_class&.stub_title? ? title : number

      def of_dockets(dockets)
        ids = dockets.map(&:id)
        names = db[:parties].where(docket_id: ids).select_map(%i[name email])
        CONTENT::OF_DOCKET.each { |table, blank| rows(table, ids, :docket_id).update(blank) }
        gone(:docket, ids)
        dockets.each { |docket| forget_title(docket) }
        forget_values(ids)
        of_parties(db[:parties].where(docket_id: ids).select_map(:id))
        forget(names)
      end

      def forget_title(docket)
        record_class = Store::RecordClass[docket.record_class_id]
        db[:dockets].where(id: docket.id).update(title: title(record_class, docket.title, docket.number))
      end

      def forget_values(docket_ids)
        fields = CONTENT.fields(docket_ids)
        fields.update(value: nil)
        db[:docket_files].where(field_id: fields.select(:id)).update(file_name: "")
        copies = db[:paper_copies].where(docket_id: docket_ids).select(:id)
        db[:paper_files].where(copy_id: copies).update(file_name: "")
      end

      # By which parties are looked up, and nobody else has.
      def forget(names)
        columns = %i[name email]
        others = db[:parties].where(columns => names).select(*columns)
        db[:party_names].where(columns => names).exclude(columns => others).delete
      end

      def of_parties(ids)
        CONTENT::OF_PARTY.each { |table, blank| db[table].where(party_id: ids).update(blank) }
        gone(:party, ids)
      end

      def of_circulations(record)
        circulations = db[:circulations].where(record_id: record.id)
        db[:circulation_recipients].where(circulation_id: circulations.select(:id))
          .update(CONTENT::OF_PARTY.fetch(:circulation_recipients))
        title = record.record_class.stub_title? ? Sequel[:title] : Sequel[:number]
        circulations.update(title: title, message: "", declaration: nil, attachment: nil)
      end
    end
  end
end
