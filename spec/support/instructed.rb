# frozen_string_literal: true

# Standing instructions over a class of their own, as an office writes them.
module Instructed
  I = JustSeal::Operations
  PARTICULARS = [
    { "name" => "vessel", "label" => "Vessel", "type" => "text", "required" => true },
    { "name" => "yearly_dues", "label" => "Yearly dues", "type" => "money", "unit" => "EUR" },
    { "name" => "valid_to", "label" => "Valid to", "type" => "date" },
    { "name" => "order", "label" => "Order", "type" => "text" },
    { "name" => "skipper", "label" => "Skipper", "type" => "text" },
    { "name" => "skipper_mail", "label" => "Skipper's mail", "type" => "text" }
  ].freeze

  def instructed_class
    JustSeal::Store::RecordClass.first(code: "IN") || I::DefineClass.call(
      staff(:maren),
      definition: JustSeal::Store::RecordClass.first(code: "MB").definition.merge(
        "code" => "IN",
        "title" => "Licences by instruction",
        "particulars" => PARTICULARS
      )
    )
  end

  # +more+: {particular => value}; and {option of the capture => value}, as +case_file+.
  def licence(by: staff(:maren), **more)
    options, said = more.partition { |key, _| key.is_a?(Symbol) }.map(&:to_h)
    values = { "vessel" => "MV Knot", "skipper" => "Ines Vale", "skipper_mail" => "ines@vale.example", **said }
    capture(by, title: "Licence, #{values["vessel"]}", record_class: instructed_class, particulars: values, **options)
  end

  # A docket template: the skipper signs, typing an order, and then Joss of the staff.
  def licence_template
    @licence_template ||= begin
      draft = ready_draft(record: licence)
      typed = field("A", "text", y: 180.0).merge(
        "key" => "order",
        "height" => 16.0,
        "settings" => { "particular" => "order" }
      )
      I::PlaceFields.call(staff(:maren), number: draft.number, edits: draft.edits, fields: [*usual_fields, typed])
      made = JustSeal::Queries::TemplateFrom.new(draft.refresh, "Licence", files: false)
      kept = I::SaveDocketTemplate.call(staff(:maren), definition: made.definition, known: made.kept)
      I::WithdrawDocket.call(staff(:maren), number: draft.number, reason: "It was only for its template.")
      kept
    end
  end

  def sign_step(**more)
    {
      "kind" => "sign",
      "template" => licence_template.code,
      "go" => "send",
      "refused" => "ask",
      "lapsed" => "ask",
      "people" => { "A" => { "name" => "{{skipper}}", "email" => "{{skipper_mail}}" } },
      **more.transform_keys(&:to_s)
    }
  end

  # A standing instruction that is published.
  def instruction(steps:, on: "captured", by: :maren, title: "For a spec", **more)
    instructed_class
    said = { "on" => on, "class" => "IN", "limit" => 50, "steps" => steps, **more.transform_keys(&:to_s) }
    definition = JustSeal::Core::Instructions::Definition.read(said)
    written = I::SaveInstruction.call(staff(by), title: title, definition: definition)
    written.instruction.refresh.tap { |row| (@instructions ||= []) << row.number }
  end

  # Nothing acts by itself in other examples.
  def stop_instructions
    JustSeal::Store.db[:que_jobs].where(Sequel.like(:job_class, "%::Follow%")).delete
    JustSeal::Store::InstructionRun.going.update(state: "ended")
    @instructions.to_a.each { |number| I::PublishInstruction.new.pause(staff(:maren), number: number, reason: "Over.") }
  end

  def runs(instruction) = JustSeal::Store::InstructionRun.where(instruction_id: instruction.id).order(:id).all
  def kinds_of_run(run) = entries_of(run.number).map { |entry| entry["kind"] }
end
