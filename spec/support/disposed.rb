# frozen_string_literal: true

require_relative "held"
require_relative "retained"

# Records that fall due, disposals, and what two people do with them.
module Disposed
  include Retained
  include Held

  # A class whose records are to be destroyed the day after they were captured.
  def short_class(**definition)
    certificates # while the clock is right: what others read goes on in one chain
    code = kept_class(**definition)
    keep_schedule(code, schedule(count: 0))
    code
  end

  def days_later(days = 2) = clock.offset += days * 86_400

  def certificates
    @certificates ||= JustSeal::Store::RecordClass.first(code: plain_class)
  end

  # A class that asks for nothing.
  def plain_class = kept_class(title: "Certificates")

  def disposal(code, decide: "destroy", **options)
    JustSeal::Operations::CountRetention.call
    one = JustSeal::Operations::PrepareDisposal.call(
      staff(:maren),
      title: "Disposal of a spec",
      due_by: today,
      record_class: JustSeal::Store::RecordClass.first(code: code),
      certificate_class: certificates,
      certificate_file: JustSeal::Store::CaseFile.first(code: "BL-1"),
      **options
    )
    decide && review.decide(staff(:maren), number: one.number, ids: one.lines.map(&:id), decision: decide)
    one.refresh
  end

  def review = JustSeal::Operations::ReviewDisposal.new
  def seen(disposal) = JustSeal::Queries::Disposals.digest(disposal)

  def approved(disposal)
    review.hand_over(staff(:maren), number: disposal.number)
    %i[maren edda].each { |name| review.approve(staff(name), number: disposal.number, seen: seen(disposal)) }
    disposal.refresh
  end

  # Approved and carried out to its end.
  def carried_out(disposal)
    approved(disposal)
    work_jobs
    clock.offset += 1_000
    work_jobs
    disposal.refresh
  end

  def outcome(disposal, record)
    JustSeal::Store::DisposalLine.first(disposal_id: disposal.id, record_id: record.id).outcome
  end
end
