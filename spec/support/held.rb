# frozen_string_literal: true

require_relative "counted_queries"

# Holds, which others would trip over if they stayed.
module Held
  include CountedQueries

  # +terms+: as of HoldTerms.
  def hold(actor: staff(:maren), stops_dockets: false, **terms)
    JustSeal::Operations::PlaceHold.call(
      actor,
      title: "Claim of a spec",
      reason: "A claim.",
      terms: terms,
      stops_dockets: stops_dockets
    )
  end

  def lift(hold)
    lifting = JustSeal::Operations::LiftHold.new
    lifting.ask(staff(:edda), number: hold.number, because: "Settled.") unless hold.refresh.lift_asked_by
    asked = hold.refresh.lift_asked_by
    lifting.call(staff(asked == account(:edda).id ? :maren : :edda), number: hold.number)
  end

  def lift_holds
    JustSeal::Store::Hold.live.where(title: "Claim of a spec").each { |one| lift(one) }
  end

  def inquiry_about(code)
    day = today.iso8601
    JustSeal::Operations::SaveInquiry.new.open(
      staff(:rosalind),
      {
        "asked_by" => "The board",
        "mandate" => "Its rules.",
        "question" => "What of #{code}?",
        "from" => day,
        "until" => day,
        "due_on" => day,
        "classes" => [code],
        "worker_id" => account(:rosalind).id
      }
    )
  end

  def move_case_file(file)
    above = case_file
    given = { "title" => file.title, "parent" => above.code }
    JustSeal::Operations::SaveCaseFile.call(staff(:maren), given: given, code: file.code, edits: file.refresh.edits)
  end

  def move_class(code)
    row = JustSeal::Store::RecordClass.first(code: code)
    JustSeal::Operations::DefineClass.call(
      staff(:maren),
      definition: row.definition,
      parent: JustSeal::Store::RecordClass.first(code: kept_class),
      version: row.version
    )
  end
end
