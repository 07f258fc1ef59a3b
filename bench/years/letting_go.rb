# frozen_string_literal: true

module Years
  # Holds, and disposals by two people.
  module LettingGo
    include JustSeal

    # Placed every so many years, lifted two years later.
    HOLDS_EVERY = 4
    CERTIFICATES = "ZZ"

    private

    # What is held is not let go, though it falls due.
    def hold(time)
      Store::Hold.live.all.each { |one| lift(one) if one.made_at < clock.now - (2 * 365 * 86_400) }
      return unless (time.year % HOLDS_EVERY).zero? && time.year < 2055

      code = code_for(time.year - 2026 + 1)
      Operations::PlaceHold.call(
        staff(:maren),
        title: "Claim of #{time.year}",
        reason: "A claim.",
        terms: { "class" => [code] },
        stops_dockets: false
      )
      work
    end

    def lift(hold)
      Operations::LiftHold.new.ask(staff(:edda), number: hold.number, because: "Settled.")
      Operations::LiftHold.new.call(staff(:maren), number: hold.number)
    end

    def let_go(time)
      Operations::CountRetention.call
      disposal = prepared(time)
      ids = disposal.lines.reject { |line| held?(line) }.map(&:id)
      rest = disposal.lines.map(&:id) - ids
      decide(disposal, ids, "destroy")
      decide(disposal, rest, "keep")
      carry_out(disposal) if ids.any?
    rescue Errors::Invalid => e
      raise unless e.problems.value?(:nothing_due)
    end

    def prepared(time)
      Operations::PrepareDisposal.call(
        staff(:maren),
        title: "Disposal of #{time.year}",
        due_by: office.zone.to_local(clock.now).to_date,
        certificate_class: Store::RecordClass.first(code: CERTIFICATES),
        certificate_file: Store::CaseFile.first(code: "BL")
      )
    end

    def held?(line) = held.where(record_id: line.record_id).any?
    def held = Store.db[:held_records].where(released_at: nil)

    def decide(disposal, ids, decision)
      return if ids.empty?

      Operations::ReviewDisposal.new.decide(
        staff(:maren),
        number: disposal.number,
        ids: ids,
        decision: decision,
        because: decision == "keep" ? "Held." : ""
      )
    end

    def carry_out(disposal)
      review = Operations::ReviewDisposal.new
      review.hand_over(staff(:maren), number: disposal.number)
      %i[maren edda].each do |name|
        review.approve(staff(name), number: disposal.number, seen: Queries::Disposals.digest(disposal.refresh))
      end
      work
      clock.now += 1_000 # bytes are swept a little later
      work
    end
  end
end
