# frozen_string_literal: true

require "csv"
require "digest"

module JustSeal
  module Operations
    # Makes and changes accounts of the staff from a CSV file: all rows or none, and not before somebody has seen what
    # would change.
    class ImportStaff < StaffAccounts
      MAX_ROWS = 5000
      MAX_BYTES = 2 * 1024 * 1024
      COLUMNS = Queries::StaffList::COLUMNS

      # One line of the file. +kind+: :made, :changed, :same or :wrong; +changes+: [[column, before, after], ...];
      # +problems+: {column => Symbol or Problem}.
      Row = Core::Value.of(:line, :person, :account, :kind, :changes, :problems)
      # +rows+: [Row, ...]; +units+: names of those that would be made; +mark+: changes with what would change.
      Plan = Core::Value.of(:rows, :units, :mark) do
        def of(kind) = rows.select { |row| row.kind == kind }
        def fine? = of(:wrong).empty?
      end

      # What +text+ (CSV with a head line of COLUMNS, in any order) would change. Raises Errors::Invalid keyed "file".
      def plan(actor, text:)
        allow!(actor, :keep_staff)
        people = read(text)
        known = known(people)
        twice = people.map { |person| person.email.downcase }.tally.select { |_, times| times > 1 }
        rows = people.each.with_index(2).map do |person, line|
          row(person, line, known[person.email.downcase], twice)
        end
        units = people.map(&:unit).uniq - Queries::Choices.units - [""]
        Plan.new(rows: rows, units: units, mark: mark(rows, units))
      end

      # Does what +mark+ (of a Plan) stood for. Raises Errors::Conflict where it would be something else by now,
      # Errors::Invalid where a row is wrong. Returns the Plan.
      def call(actor, text:, mark:)
        transaction do
          db.run("LOCK TABLE accounts, units IN SHARE ROW EXCLUSIVE MODE")
          plan = plan(actor, text: text)
          raise Errors::Invalid, { "file" => :rows_wrong } unless plan.fine?
          raise Errors::Conflict, :import_changed unless plan.mark == mark

          plan.units.each { |name| KeepUnits.new.save(actor, name: name) }
          plan.of(:made).each { |row| KeepStaff.new.invite(actor, row.person) }
          plan.of(:changed).each { |row| KeepStaff.new.change(actor, row.person, account_id: row.account.id) }
          plan
        end
      end

      private

      # {address => Store::Account}
      def known(people)
        rows = Store::Account.staff.where(email: people.map(&:email)).all
        rows.to_h { |account| [account.email.to_s.downcase, account] }
      end

      def read(text)
        table = CSV.parse(utf8(text), headers: true, header_converters: ->(head) { head.to_s.strip.downcase })
        missing = %w[email name role unit] - table.headers
        refuse(Core::Problem.new(:columns_missing, columns: missing)) if missing.any?
        refuse(Core::Problem.new(:too_many_rows, limit: MAX_ROWS)) if table.size > MAX_ROWS
        table.map { |row| person(row) }
      rescue CSV::MalformedCSVError => e
        refuse(Core::Problem.new(:csv_unreadable, message: e.message))
      end

      def utf8(text)
        refuse(Core::Problem.new(:file_too_large_to_import, megabytes: MAX_BYTES / 1024 / 1024)) if
          text.bytesize > MAX_BYTES
        utf8 = text.dup.force_encoding(Encoding::UTF_8).delete_prefix("\uFEFF")
        refuse(:not_utf8) unless utf8.valid_encoding?
        utf8
      end

      def person(row)
        values = COLUMNS.to_h { |name| [name.to_sym, row[name].to_s.strip] }
        KeepStaff::Person.new(**values, role: values[:role].downcase)
      end

      def row(person, line, account, twice)
        problems = StaffReview.call(person, role: person.role)
        problems["email"] ||= :twice_in_file if twice.key?(person.email.downcase)
        problems["email"] ||= :account_has_ended if account&.status_id == ENDED
        changes = account ? changes(person, account) : []
        Row.new(
          line: line,
          person: person,
          account: account,
          kind: kind(problems, account, changes),
          changes: changes,
          problems: problems
        )
      end

      def kind(problems, account, changes)
        return :wrong if problems.any?
        return :made unless account

        changes.any? ? :changed : :same
      end

      def changes(person, account)
        KeepStaff::MEMBERS.map { |name| [name.to_s, account[name].to_s, person[name].to_s] }
          .reject { |_, before, after| before == after }
      end

      def mark(rows, units)
        told = rows.map { |row| [row.kind, row.person.to_h.values, row.changes] }
        Digest::SHA256.hexdigest(JSON.generate([told, units]))
      end

      def refuse(problem) = raise(Errors::Invalid, { "file" => problem })
    end
  end
end
