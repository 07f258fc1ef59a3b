# frozen_string_literal: true

require "optparse"

module JustSeal
  module Cli
    # `bin/justseal import-records TABLE.csv FOLDER`: says what would become of each line; with --do it is done.
    module ImportRecords
      EVERY = 100

      module_function

      # Exit code 1 where a line is wrong.
      def call(arguments)
        given = {}
        files = options(given).parse(arguments)
        return Cli.wrong_use unless files.size == 2

        Cli.connect
        JustSeal.office.refresh
        import(given, *files)
      rescue OptionParser::ParseError
        Cli.wrong_use
      end

      def options(given)
        OptionParser.new do |parser|
          parser.on("--class CODE") { |code| given[:class] = code }
          parser.on("--case-file CODE") { |code| given[:case_file] = code }
          parser.on("--as EMAIL") { |email| given[:as] = email }
          parser.on("--do") { given[:do] = true }
        end
      end

      def import(given, table, folder)
        text = Cli.bytes(table)
        work = Operations::ImportRecords.new(actor(given[:as]), folder: folder, **usual(given))
        done = 0
        tell = ->(answer) { told(answer, done += 1) }
        answers = given[:do] ? work.call(text, &tell) : work.plan(text, &tell)
        end_with(answers, given[:do] ? "done" : "would")
      end

      # What is wrong as it is found, and how far it is.
      def told(answer, count)
        puts line(answer) if answer.state == :wrong
        puts Cli.say("import_records.progress", count: count) if (count % EVERY).zero?
      end

      def end_with(answers, key)
        counts = %i[fits kept wrong].to_h { |state| [state, answers.count { |answer| answer.state == state }] }
        puts Cli.say("import_records.#{key}", **counts)
        counts[:wrong].zero? ? 0 : 1
      end

      def usual(given)
        {
          record_class: row(Store::RecordClass, given[:class], :no_class),
          case_file: row(Store::CaseFile, given[:case_file], :no_case_file)
        }
      end

      # nil where no +code+ was given. Raises Errors::Missing.
      def row(rows, code, missing)
        code && (rows.first(code: code) || raise(Errors::Missing.new(missing, code: code)))
      end

      # Whoever gives the command, or the member of the staff in whose name it is done.
      def actor(email)
        return Cli.actor unless email

        row = Store::Account.live.first(email: email) or raise Errors::Missing.new(:no_account_at, email: email)
        Core::Actor.new(
          kind: "staff", id: row.id, name: row.name, role: row.role, unit: row.unit, via: "command_line"
        )
      end

      def line(answer)
        said = Words.problems(answer.problems).map do |key, sentence|
          "#{key.delete_prefix("particulars.")}: #{sentence}"
        end
        Cli.say("import_records.line", line: answer.line, file: answer.file, said: said.join(" "))
      end
    end
  end
end
