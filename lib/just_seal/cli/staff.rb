# frozen_string_literal: true

module JustSeal
  module Cli
    # `bin/justseal staff ACTION ...`: what the page of the staff does, for whoever looks after the machine.
    module Staff
      extend Actions

      # action => the options that it takes
      ACTIONS = {
        "list" => %i[],
        "invite" => %i[name role unit job_title seen],
        "invite-again" => %i[],
        "change" => %i[name email role unit job_title],
        "end" => %i[reason to],
        "bring-back" => %i[reason],
        "release" => %i[],
        "reset-factors" => %i[reason],
        "reset-password" => %i[],
        "import" => %i[do]
      }.freeze
      KEPT = %i[name email role unit job_title].freeze

      module_function

      def list
        puts Queries::StaffList.csv
        0
      end

      def invite(email, seen: "", **given)
        person = Operations::KeepStaff::Person.new(**KEPT.to_h { |name| [name, ""] }, **given, email: email, seen: seen)
        told("invited", keep.invite(Cli.actor, person))
      end

      def invite_again(email) = told("invited", keep.invite_again(Cli.actor, account_id: id(email)))

      # What is not given stays as it is.
      def change(email, **given)
        row = account(email)
        kept = KEPT.to_h { |name| [name, given.fetch(name) { row[name].to_s }] }
        person = Operations::KeepStaff::Person.new(**kept, seen: "")
        told("changed", keep.change(Cli.actor, person, account_id: row.id))
      end

      def end(email, reason: "", to: nil)
        row = account(email)
        Operations::EndStaff.call(Cli.actor, account_id: row.id, reason: reason, to_id: to && id(to))
        told("ended", row)
      end

      def bring_back(email, reason: "")
        told("invited", keep.bring_back(Cli.actor, account_id: id(email), reason: reason))
      end

      def release(email)
        row = account(email)
        Operations::SignIns.new.release(Cli.actor, account_id: row.id)
        told("released", row)
      end

      def reset_factors(email, reason: "")
        row = account(email)
        Operations::SecondSteps.new.reset(Cli.actor, account_id: row.id, reason: reason)
        told("reset", row)
      end

      # A link by which they choose a new one; their second factor stays.
      def reset_password(email)
        row = account(email)
        Operations::ChoosePassword.new.ask(row.email.to_s, { via: "command_line" })
        told("sent", row)
      end

      # Without --do it says what would change.
      def import(path, really: false)
        work = Operations::ImportStaff.new
        text = Cli.bytes(path)
        plan = work.plan(Cli.actor, text: text)
        plan.rows.each { |row| puts line(row) unless row.kind == :same }
        work.call(Cli.actor, text: text, mark: plan.mark) if really && plan.fine?
        counts = %i[made changed same wrong].to_h { |kind| [kind, plan.of(kind).size] }
        puts Cli.say("staff.#{really && plan.fine? ? "imported" : "would"}", **counts)
        plan.fine? ? 0 : 1
      end

      def line(row)
        said = Words.problems(row.problems).map { |column, sentence| "#{column}: #{sentence}" }
        said = row.changes.map { |column, before, after| "#{column}: #{before} → #{after}" } if said.empty?
        Cli.say(
          "staff.line",
          line: row.line,
          email: row.person.email,
          kind: Cli.say("staff.#{row.kind}"),
          said: said.join(" ")
        )
      end

      def keep = Operations::KeepStaff.new
      def id(email) = account(email).id

      def account(email)
        Queries::Lookup.account_at(email) or raise Errors::Missing.new(:no_account_at, email: email)
      end

      def told(key, row)
        puts Cli.say("staff.told.#{key}", name: row.name, email: row.email)
        0
      end
    end
  end
end
