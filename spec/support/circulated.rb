# frozen_string_literal: true

# Circulations, as an office makes them.
module Circulated
  C = JustSeal::Operations

  # A unit of its own with +number+ members of staff.
  def unit_with(number)
    name = "Unit #{SecureRandom.hex(4)}"
    JustSeal::Store::Unit.create(name: name)
    people = Array.new(number) { |index| colleague("#{name} #{index + 1}", unit: name) }
    [name, people]
  end

  def colleague(name, unit:, role: "sender")
    JustSeal::Store::Account.create(
      email: "#{SecureRandom.hex(6)}@ravensholm.example",
      name: name,
      role: role,
      unit: unit,
      status_id: 2
    )
  end

  # A draft for +choice+; +given+: what else EditCirculation takes.
  def draft_circulation(choice, record: capture(title: "Procedure 14"), by: :maren, **given)
    circulation = C::DraftCirculation.call(staff(by), record: record)
    C::EditCirculation.call(
      staff(by),
      number: circulation.number,
      edits: 0,
      choice: choice,
      title: record.title,
      mode: "one",
      act: "acknowledge",
      message: "Please read it.",
      due_days: 10,
      **given
    )
  end

  def started_circulation(choice, **given)
    circulation = draft_circulation(choice, **given)
    C::StartCirculation.call(staff(:maren), number: circulation.number)
    work_jobs
    circulation.refresh
  end

  # Whoever is asked comes in by their link and acts.
  def act_on(recipient, **given)
    party = recipient.refresh.party
    visitor = begin_visit(token_for(party))
    C::ConsentToSigning.call(visitor, version: 1)
    sha256 = C::ViewDocument.call(visitor).last
    C::ActOnDocket.call(visitor, seen: { 1 => sha256 }, **given)
    work_jobs
    recipient.refresh
  end

  def standings(circulation) = JustSeal::Queries::CirculationProgress.new(circulation).counts

  def take_people(circulation, text)
    C::TakePeople.call(staff(:maren), number: circulation.number, edits: circulation.refresh.edits, text: text)
  end
end
