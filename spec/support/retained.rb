# frozen_string_literal: true

# Classes with retention schedules of their own, and records of them.
module Retained
  def schedule(**said)
    usual = { start: "captured", count: 30, unit: "days", action: "destroy", authority: "The board", basis: "Order 9" }
    JustSeal::Core::Retention::Schedule.new(**usual, **said)
  end

  # Where who writes a version doesn't publish it.
  def demand_second
    JustSeal::Store::OfficeChoices.set("rulebook_alone", "no")
    yield
  ensure
    JustSeal::Store::OfficeChoices.set("rulebook_alone", "yes")
  end

  # Its code.
  def kept_class(parent: nil, title: "Kept records")
    code = unused_code
    at_the_right_time { define_kept(code, parent, title) }
    code
  end

  # What goes into a chain that others share is told by the real clock, however far a spec has moved it.
  def at_the_right_time
    kept = clock.offset
    clock.offset = 0
    yield
  ensure
    clock.offset = kept
  end

  def define_kept(code, parent, title)
    items = [{ "name" => "ends_on", "label" => "Ends on", "type" => "date", "required" => false }]
    JustSeal::Operations::DefineClass.call(
      staff(:maren),
      parent: parent && JustSeal::Store::RecordClass.first(code: parent),
      definition: {
        "code" => code,
        "title" => title,
        "scope_note" => "",
        "needs_signature" => false, # nothing of it waits on anybody's Desk
        "particulars" => items,
        "checks" => [],
        "naming_rule" => "",
        "filing_rule" => ""
      }
    )
  end

  # Written by one, published by another.
  def keep_schedule(code, schedule, starts_at: office.now, version: 0)
    row = JustSeal::Operations::SaveSchedule.call(
      staff(:maren),
      code: code,
      schedule: schedule,
      starts_at: starts_at,
      version: version
    )
    JustSeal::Operations::PublishSchedule.call(staff(:edda), code: code, version: row.version)
  end

  def kept_record(code, particulars = {}, case_file: nil, **options)
    capture(
      record_class: JustSeal::Store::RecordClass.first(code: code),
      particulars: particulars,
      **{ case_file: case_file }.compact,
      **options
    )
  end

  def case_file
    code = "KF-#{SecureRandom.hex(4).upcase}"
    JustSeal::Store::CaseFile.create(code: code, title: "Matter #{code}", opened_at: Time.now)
  end

  def correct(record, particulars)
    record.refresh
    JustSeal::Operations::CorrectRecord.call(
      staff(:maren),
      number: record.number,
      edits: record.edits,
      title: record.title,
      particulars: particulars,
      case_file: record.case_file
    )
  end

  def retention(record)
    JustSeal::Queries::RecordRetention.new(record.refresh, at: office.now, zone: office.zone)
  end

  def today = office.zone.to_local(office.now).to_date
end
