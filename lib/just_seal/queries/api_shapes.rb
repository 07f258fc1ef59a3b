# frozen_string_literal: true

module JustSeal
  module Queries
    # What programs are told of things: the shapes of docs/api.yaml.
    module ApiShapes
      DOCKET = %i[number title state subject message ended_because].freeze
      PARTY = %i[letter turn act kind name email telephone organisation state level_reached].freeze

      module_function

      # Shapes of +rows+ (Store::Record), in as many queries however many they are.
      def records(rows)
        fill(rows, :record_class, Store::RecordClass, :record_class_id)
        fill(rows, :case_file, Store::CaseFile, :case_file_id)
        rows.map { |row| record(row) }
      end

      # Looks +name+ of all +rows+ up at once.
      def fill(rows, name, model, key)
        found = model.where(id: rows.filter_map { |row| row[key] }.uniq).all.to_h { |one| [one.id, one] }
        rows.each { |row| row.associations[name] = found[row[key]] }
      end

      # +row+: Store::Record.
      def record(row)
        {
          "number" => row.number,
          "title" => row.title,
          "class" => row.record_class.code,
          "case_file" => row.case_file.code,
          "state" => row.docket_state || "none",
          "particulars" => row.particulars.to_h,
          "captured_at" => time(row.created_at)
        }
      end

      def versions(row)
        row.versions_dataset.order(:number).map do |one|
          about = { "number" => one.number, "kind" => one.kind, "file_name" => one.file_name, "sha256" => one.sha256 }
          about.merge("size_bytes" => one.size_bytes, "pages" => one.page_count, "made_at" => time(one.created_at))
        end
      end

      # Shapes of +listed+ (DocketList::Row).
      def dockets(listed)
        fill(listed.map(&:docket), :owner, Store::Account, :owner_id)
        listed.map { |one| docket(one.docket, one.parties) }
      end

      # +row+: Store::Docket.
      def docket(row, parties)
        {
          **texts(row, DOCKET),
          "owner" => row.owner.email.to_s,
          "deadline" => time(row.deadline),
          "sent_at" => time(row.sent_at),
          "ended_at" => time(row.ended_at),
          "parties" => parties.map { |one| party(one) }
        }
      end

      def documents(row)
        row.documents.map do |one|
          {
            "position" => one.position,
            "role" => one.role,
            "record" => one.record.number,
            "sha256_sent" => one.sent_sha256,
            "sha256_current" => one.current_sha256,
            "sha256_sealed" => one.sealed_sha256
          }
        end
      end

      # Of the documents of +docket+ that are signed, in the order in which they were placed.
      def fields(docket)
        documents = docket.documents_dataset.to_sign.select_hash(:id, :position)
        letters = docket.letters
        Store::Field.where(document_id: documents.keys).order(:id).map do |row|
          field(row, documents.fetch(row.document_id), letters.fetch(row.party_id))
        end
      end

      def field(row, position, letter)
        {
          **texts(row, %i[name kind page key value]),
          "document" => position,
          "party" => letter,
          **%i[x y width height].to_h { |side| [side.to_s, row[side].to_f] },
          "settings" => row.settings.to_h
        }
      end

      # +row+: Store::DocketFile.
      def file(party, row)
        about = texts(row, %i[id file_name media sha256 size_bytes])
        about.merge("party" => party.letter, "at" => time(row.brought_at))
      end

      def party(row)
        demanded = Core::Assurance::Demand.from(row.demand).floor
        texts(row, PARTY).merge(
          "level_demanded" => demanded,
          "acted_at" => time(row.acted_at),
          "on_paper" => row.paper == true
        )
      end

      def record_class(row)
        { "code" => row.code, "title" => row.title, "version" => row.version, "particulars" => row.particulars.to_a }
      end

      def case_file(row)
        {
          "code" => row.code,
          "title" => row.title,
          "opened_at" => time(row.opened_at),
          "closed_at" => time(row.closed_at)
        }
      end

      # +row+: Store::Instruction.
      def instruction(row)
        state = row.paused_at ? "stopped" : "in_force"
        {
          "number" => row.number,
          "title" => row.title,
          "owner" => row.owner.email.to_s,
          "class" => row.record_class&.code,
          "begins" => row.starts_on,
          "version" => row.version,
          "state" => row.version ? state : "unpublished"
        }
      end

      # +row+: Store::InstructionRun.
      def run(row)
        {
          "number" => row.number,
          "version" => row.version,
          "record" => row.record.number,
          "docket" => row.docket&.number,
          "state" => row.state,
          "step" => row.step + 1,
          "begun_at" => time(row.created_at),
          "since" => time(row.state_since)
        }
      end

      # +row+: Store::Circulation; +counts+: {standing => number}.
      def circulation(row, counts)
        {
          **texts(row, %i[number title mode act state message due_days]),
          "owner" => row.owner.email.to_s,
          "record" => row.record&.number,
          "due_on" => row.due_on&.iso8601,
          "started_at" => time(row.started_at),
          "people" => counts
        }
      end

      # +row+: Store::Inquiry.
      def inquiry(row)
        {
          **texts(row, %i[number question asked_by]),
          "due_on" => row.due_on&.iso8601,
          "from" => row.from_day.iso8601,
          "until" => row.until_day.iso8601,
          "closed_at" => time(row.closed_at)
        }
      end

      def answers(row)
        row.answers.map do |one|
          {
            "position" => one.position,
            "question" => one.question,
            "state" => one.state,
            "sha256" => one.result_sha256
          }
        end
      end

      def contact(row) = row.card.except("notes").merge("id" => row.id)
      def texts(row, names) = names.to_h { |name| [name.to_s, row[name]] }
      def time(value) = value&.utc&.iso8601
    end
  end
end
