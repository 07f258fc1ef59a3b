# frozen_string_literal: true

module JustSeal
  module Operations
    # Makes a case file or changes one. What it says about access is entered on its own chain, under its code.
    class SaveCaseFile < Operation
      CODE = /\A[A-Z0-9][A-Z0-9-]{1,23}\z/
      LIMITS = { "title" => 200, "note" => 2000 }.freeze

      # +given+: {"code" => text ("" for the next free one), "title" =>, "note" =>, "parent" => code, "class" => code,
      # "particulars" => {name => text},
      # "parties" => [...] (Core::Filing::Parties), "access" => limits (Core::Access)}; +code+, +edits+: of the case
      # file that is changed.
      # Returns the Store::CaseFile. Raises Errors::Invalid with all problems, Errors::Conflict when somebody else saved
      # meanwhile.
      def call(actor, given:, code: nil, edits: 0)
        allow!(actor, :keep_case_files)
        @problems = {}
        columns = columns(given)
        check_code(given["code"].to_s) unless code
        raise Errors::Invalid, @problems unless @problems.empty?

        transaction { code ? change(actor, code, edits, columns) : create(actor, given["code"].to_s, columns) }
      rescue Sequel::UniqueConstraintViolation => e
        code_taken = Store.db.error_info(e)[:constraint].to_s.include?("code")
        raise Errors::Invalid, { "code" => :code_of_other_case_file } if code_taken

        raise Errors::Invalid, { "title" => :title_of_other_case_file }
      end

      private

      def columns(given)
        record_class = find(Store::RecordClass, "class", given["class"])
        {
          title: line(given, "title", required: true),
          note: line(given, "note", plain: true),
          parent_id: find(Store::CaseFile, "parent", given["parent"])&.id,
          default_class_id: record_class&.id,
          particulars: Sequel.pg_jsonb(particulars(record_class, given["particulars"].to_h)),
          parties: Sequel.pg_jsonb(parties(given["parties"].to_a, record_class)),
          access: Sequel.pg_jsonb(Core::Access.plain(given["access"].to_h))
        }
      end

      def line(given, key, required: false, plain: false)
        text = plain ? given[key].to_s.scrub("").strip : Core::Filing::SafeName.line(given[key].to_s)
        @problems[key] = :title_of_case_file_missing if required && text.empty?
        if text.length > LIMITS.fetch(key)
          @problems[key] =
            Core::Problem.new(:too_long, limit: LIMITS.fetch(key))
        end
        text
      end

      def find(model, key, code)
        return if code.to_s.empty?

        found = model.first(code: code)
        @problems[key] = Core::Problem.new(:nothing_of_code, what: key.to_sym, code: code) unless found
        found
      end

      # Nothing is required here: what stays empty is asked when a record is captured.
      def particulars(record_class, given)
        return {} unless record_class

        read = Core::Filing::Particulars.read(
          record_class.particulars.map do |item|
            item.merge("required" => false)
          end,
          given,
          contacts: Queries::ContactList.method(:meant)
        )
        @problems.merge!(read.problems.transform_keys { |name| "particulars.#{name}" })
        read.values
      end

      def parties(given, record_class)
        @problems.merge!(Core::Filing::Parties.problems(given, record_class&.particulars&.to_a))
        given
      end

      def check_code(code)
        return if code.empty? || code.match?(CODE)

        @problems["code"] = :code_of_case_file
      end

      def create(actor, code, columns)
        code = format("CF-%05d", Store::Counters.next("case_file")) if code.empty?
        Store::CaseFile.create(code: code, opened_at: now, **columns).tap { |row| tell(actor, row, "case_file.opened") }
      end

      def change(actor, code, edits, columns)
        row = Store::CaseFile.where(code: code).for_update.first or raise Errors::Missing.new(:no_case_file, code: code)
        raise Errors::Conflict.new(:changed_meanwhile, name: code) unless row.edits == edits
        if Store::CaseFile.beneath([row.id]).include?(columns[:parent_id])
          raise Errors::Invalid, { "parent" => :case_file_beneath_itself }
        end

        refuse_held(row) unless row.parent_id == columns[:parent_id]
        row.update(columns.merge(edits: edits + 1)).tap { tell(actor, row, "case_file.changed") }
      end

      # With the case file everything in it would move.
      def refuse_held(row)
        inside = Store::Record.where(case_file_id: Store::CaseFile.beneath([row.id])).select(:id, :number)
        inside.each_slice(1000) { |records| HoldGate.pass(*records) }
      end

      def tell(actor, row, kind)
        record_event_on(
          row.code,
          kind,
          actor,
          "title" => row.title,
          "access" => row.refresh.access.to_h,
          "class" => row.default_class&.code.to_s
        )
      end
    end
  end
end
