# frozen_string_literal: true

# Errors are known by their reasons, never by their words.
module Reasons
  # +kind+: class of the error; +reason+: its own, or that of one of its problems; +facts+: some of its facts.
  def raise_reason(kind, reason, **facts)
    raise_error(kind) do |error|
      problems = problems_of(error)
      expect(problems.map { |problem| reason_of(problem) }).to include(reason)
      next if facts.empty?

      expect(problems.find { |problem| reason_of(problem) == reason }.facts).to include(facts)
    end
  end

  def problems_of(error)
    case error
    when JustSeal::Errors::Invalid then error.problems.values
    when JustSeal::Errors::Misconfigured then error.problems
    else [error]
    end
  end

  def reason_of(problem) = problem.is_a?(Symbol) ? problem : problem.reason

  # Where a finding of a check is, in words.
  def place_of(finding) = JustSeal::Words::Checks.place(finding.where)

  # What is said of +problem+.
  def said_of(problem) = JustSeal::Words.problem(problem)
end
