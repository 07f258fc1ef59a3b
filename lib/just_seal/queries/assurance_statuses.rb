# frozen_string_literal: true

module JustSeal
  module Queries
    # The standing of every party of a docket, in a fixed number of queries, however many there are.
    class AssuranceStatuses
      # +parties+: Store::Party, ...; their proofs are best read at once; +at+: Time of the judgements.
      def initialize(docket, parties, at:)
        @docket = docket
        @parties = parties
        @at = at
      end

      # AssuranceStatus of +party+.
      def of(party)
        (@standings ||= {})[party.id] ||= AssuranceStatus.new(@docket, party, at: @at, known: known(party))
      end

      # Store::Waiver of +party+, the oldest first.
      def waivers(party) = all_waivers.fetch(party.id, [])

      private

      def known(party)
        {
          waivers: waivers(party),
          bound: bound.fetch(Core::Dockets::Address.normal(party.email), []),
          proofs: party.proofs_in_force,
          rulebook: -> { rulebook }
        }
      end

      def rulebook = defined?(@rulebook) ? @rulebook : (@rulebook = Store::Rulebook.in_force(@at))

      def all_waivers
        @all_waivers ||= Store::Waiver.where(party_id: @parties.map(&:id))
          .eager(:asker)
          .order(:id)
          .all
          .group_by(&:party_id)
      end

      # {address => [Store::Authenticator, ...]}, the most strongly bound last.
      def bound
        @bound ||= begin
          addresses = @parties.map { |one| Core::Dockets::Address.normal(one.email) }.uniq - [""]
          Store::Authenticator.bound.where(email: addresses).order(:bound_level, :id).all.group_by(&:email)
        end
      end
    end
  end
end
