# frozen_string_literal: true

module JustSeal
  module Operations
    # A party of a docket by its letter.
    module PartyLookup
      module_function

      # Raises Errors::Missing where there is none of that letter.
      def of(docket, letter)
        party = Store::Party.first(docket_id: docket.id, letter: letter)
        party || raise(Errors::Missing.new(:no_party, number: docket.number, letter: letter))
      end
    end
  end
end
