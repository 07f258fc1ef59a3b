# frozen_string_literal: true

module JustSeal
  module Queries
    # What proves to an outsider that a record was there and was let go: its stub, its chain, and the checkpoint over
    # that.
    class StubEvidence
      # +stub+: Store::Stub; +number+: of the record; +checkpoint+: Store::Checkpoint that covers its newest entry.
      def initialize(stub, number, office:, checkpoint:)
        @stub = stub
        @chain = ChainEvidence.new(number, office: office, checkpoint: checkpoint)
      end

      # {name => bytes}
      def files
        { Core::Bundle::Check::Stub::FILE => @stub.body, **@chain.files, **@chain.authorities([]) }
      end
    end
  end
end
