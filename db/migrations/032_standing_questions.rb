# frozen_string_literal: true

# The job that asks a standing question has a new name; those that wait are given it.
Sequel.migration do
  old_name = "JustSeal::Jobs::RunWatch"
  new_name = "JustSeal::Jobs::RunStandingQuestion"

  up { from(:que_jobs).where(job_class: old_name).update(job_class: new_name) }
  down { from(:que_jobs).where(job_class: new_name).update(job_class: old_name) }
end
