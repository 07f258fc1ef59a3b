# frozen_string_literal: true

module JustSeal
  module Queries
    # Entries of the ledger of what was done by a program with a token, or by a run of a standing instruction: the actor
    # names it beside the person with whose rights it was done.
    module MachineEntries
      ACTOR = %q(substring(ledger_entries.body from '^\{"actor":\{[^}]*\}'))
      # As the index has it.
      ALL = Sequel.lit(%(#{ACTOR} ~ '"(program|run)":"'))
      BY = { "program" => Sequel.lit(%(#{ACTOR} ~ '"program":"')), "run" => Sequel.lit(%(#{ACTOR} ~ '"run":"')) }.freeze
      CHOICES = ["machine", *BY.keys].freeze

      module_function

      # How many there are since +time+.
      def count(time) = of(Store.db[:ledger_entries]).where(Sequel[:at] >= time).count

      # +found+ (of ledger_entries) narrowed to +by+, one of CHOICES.
      def of(found, by = "machine")
        narrowed = found.where(ALL)
        BY.key?(by) ? narrowed.where(BY.fetch(by)) : narrowed
      end
    end
  end
end
