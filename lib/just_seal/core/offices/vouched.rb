# frozen_string_literal: true

module JustSeal
  module Core
    module Offices
      # What a provider vouches for when somebody has signed on there. +provider+: its identifier; +subject+: who it is
      # there, for good; +name+, +email+; +verified+: does it say that the address is theirs?; +groups+: names; +acr+:
      # class by which they showed who they are, "" for none; +amr+: methods (RFC 8176); +session+: its number there, ""
      # for none; +token+: the text by which it is told that this session ends, nil for none.
      Vouched = Value.of(:provider, :subject, :name, :email, :verified, :groups, :acr, :amr, :session, :token) do
        # How they showed it, as sessions, links and proofs keep it.
        def way = { "provider" => provider, "acr" => acr, "amr" => amr }

        # The same with the number of the session there.
        def begun = { **way, "session" => session }
      end
    end
  end
end
