# frozen_string_literal: true

module JustSeal
  module Demo
    # How long the demo office keeps what: schedules in force, one version that waits, two holds, and a
    # disposal that waits for its second approval; a transfer that waits for the archive; a record that was looked at
    # again, beside others that are due to be.
    module Kept
      BOARD = "Board of the Trust, decision 14 of 2026"
      # code => schedule; the last one waits to be published.
      ALL = [
        [
          "MB",
          { start: "date", particular: "valid_to", count: 6, unit: "years", action: "destroy" },
          "Harbour Dues Order, § 9"
        ],
        ["PL", { start: "captured", count: 2, unit: "days", action: "review" }, "Pilotage Order, § 4"],
        ["DR", { start: "sealed", count: 30, unit: "years", action: "transfer" }, "Records of the Coast Act, § 12"],
        ["SP", { start: "captured", count: 1, unit: "days", action: "transfer" }, "Records of the Coast Act, § 3"],
        ["HZ", { start: "captured", count: 14, unit: "days", action: "destroy" }, "Dangerous Goods Order, § 21"],
        [
          "IN",
          { start: "captured", count: 5, unit: "years", year_end: true, action: "destroy" },
          "Accidents Order, § 7"
        ],
        [
          "QL",
          { start: "closed", count: 12, unit: "years", year_end: true, action: "transfer" },
          "Land Lease Act, § 33"
        ],
        ["IN", { start: "captured", count: 10, unit: "days", action: "destroy" }, "Draft of an Accidents Order, § 7"]
      ].freeze

      module_function

      # One in force, and one that somebody asks to lift.
      def hold(staff)
        Operations::PlaceHold.call(
          staff.call(:edda),
          title: "Contact at lock 2",
          reason: "The insurers of MV Dunlin claim damages; their letter of last week asks that nothing be lost.",
          terms: { "class" => ["IN"], "record" => ["HZ-2026-0003"] }
        )
        settled = Operations::PlaceHold.call(
          staff.call(:maren),
          title: "Dues of the east quay",
          reason: "The tenants' association questions the dues of the last three years.",
          terms: { "class" => ["QL"], "person" => ["Ines Halloran"] }
        )
        because = "The association has withdrawn its question."
        Operations::LiftHold.new.ask(staff.call(:edda), number: settled.number, because: because)
      end

      # Filed under a class that asks for nothing.
      def certificates(staff)
        Operations::DefineClass.call(
          staff.call(:maren),
          definition: {
            "code" => "DC",
            "title" => "Certificates of destruction",
            "scope_note" => "What was let go, by whom and on which basis.",
            "needs_signature" => false,
            "particulars" => [],
            "checks" => [],
            "naming_rule" => "",
            "filing_rule" => ""
          }
        )
      end

      # One that waits for its second approval.
      def dispose(staff, today)
        review = Operations::ReviewDisposal.new
        first = prepare(staff, "HZ", "Dangerous-goods statements of October", today)
        review.decide(staff.call(:maren), number: first.number, ids: first.lines.map(&:id), decision: "destroy")
        review.hand_over(staff.call(:maren), number: first.number)
        review.approve(staff.call(:maren), number: first.number, seen: Queries::Disposals.digest(first))
      end

      def prepare(staff, code, title, today)
        Operations::PrepareDisposal.call(
          staff.call(:maren),
          title: title,
          due_by: today,
          record_class: Store::RecordClass.first(code: code),
          certificate_class: certificates(staff),
          certificate_file: Store::CaseFile.first(code: "OP-2026")
        )
      end

      # One that waits for what the archive confirms.
      def hand_over(staff, today)
        one = Operations::PrepareTransfer.call(
          staff.call(:maren),
          title: "Standing procedures of the autumn",
          archive: "Archive of the Coast",
          due_by: today,
          record_class: Store::RecordClass.first(code: "SP")
        )
        Operations::ReviewTransfer.new.pack(staff.call(:maren), number: one.number)
      end

      # Kept on; the others wait for somebody.
      def look_again(staff, today)
        due = Store.db[:retentions].where(action: "review").where(Sequel[:due_on] <= today)
        first = Store::Record.where(id: due.select(:record_id)).order(:number).first
        Operations::ReviewRecords.call(
          staff.call(:edda),
          numbers: [first.number],
          outcome: "keep",
          keep_until: today >> 12,
          because: "The holder still pilots, and the authority may ask for it."
        )
      end

      # +staff+: gives the actor of a key.
      def tell(staff, now)
        ALL.each_with_index do |(code, said, basis), index|
          schedule = Core::Retention::Schedule.new(authority: BOARD, basis: basis, **said)
          waits = index == ALL.size - 1
          kept = Operations::SaveSchedule.call(
            staff.call(:maren),
            code: code,
            schedule: schedule,
            starts_at: now,
            version: waits ? 1 : 0
          )
          next if waits

          Operations::PublishSchedule.call(staff.call(:edda), code: code, version: kept.version)
        end
        Operations::CountRetention.call
        hold(staff)
        today = JustSeal.office.zone.to_local(now).to_date
        dispose(staff, today)
        hand_over(staff, today)
        look_again(staff, today)
        Operations::CountRetention.call
      end
    end
  end
end
