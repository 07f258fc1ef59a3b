# frozen_string_literal: true

module JustSeal
  module Queries
    # Checkpoints over the whole ledger.
    module Checkpoints
      module_function

      def newest(count) = Store::Checkpoint.order(Sequel.desc(:number)).limit(count).all
      def find(number) = Store::Checkpoint[number.to_i]

      # How many entries the ledger holds.
      def entries = Store.db[:ledger_heads].sum(:seq).to_i
    end
  end
end
