# frozen_string_literal: true

# What the audit of the ledger finds, told apart from what other examples left in chains of their own.
module Audited
  # What it finds now. What it found before an example acted can be taken off what it finds after.
  def found_by_audit = JustSeal::Queries::LedgerAudit.new(office: office).call.findings

  # The codes of what it finds now and did not find when +known+ was taken.
  def found_since(known) = (found_by_audit - known).map(&:code)
end
