# frozen_string_literal: true

module JustSeal
  module Queries
    # What the rules demand of a party, and how far its proofs reach: the one answer that every point of enforcement
    # asks for.
    class AssuranceStatus
      METHODS = Core::Assurance::Methods

      # +at+: Time of the judgement; +visit+: the Store::Visit that is judged, nil for what is known of the party by now
      # (Party#proofs_in_force); +known+: what whoever asks for many parties has read at once: :waivers, :bound,
      # :proofs, and :rulebook as a callable.
      def initialize(docket, party, at:, visit: nil, known: {})
        @visit = visit
        @docket = docket
        @party = party
        @at = at
        @known = known
      end

      # Core::Assurance::Demand: as it was when the docket was sent (nothing, if that was before there were rules), or
      # as it would be now.
      def demand
        @demand ||= if @party.demand || @docket.sent_at
          Core::Assurance::Demand.from(@party.demand)
        else
          self.class.demand(
            @docket, @party, @known[:rulebook] ? @known[:rulebook].call : Store::Rulebook.in_force(@at)
          )
        end
      end

      # By the rules of +rulebook+ (row or nil) over all documents that are signed, and what the sender demands beyond
      # them.
      def self.demand(docket, party, rulebook)
        ruled(docket, party, rulebook).at_least(party.least_level)
      end

      def self.ruled(docket, party, rulebook)
        return Core::Assurance::Demand.none unless rulebook

        docket.to_sign.map do |document|
          particulars = document.particulars&.to_h || DocketFilling.particulars(document.record)
          rulebook.rules.demand(
            class_code: document.record.record_class.code,
            act: party.act,
            kind: party.kind,
            role: party.role_title,
            particulars: particulars
          )
        end.inject { |all, one| all.and(one).with(rules: all.rules | one.rules) } || Core::Assurance::Demand.none
      end

      private_class_method :ruled

      # Core::Assurance::Level::Result of the proofs that count now.
      def result
        @result ||= Core::Assurance::Level.reached(
          proofs,
          now: @at,
          fresh_minutes: demand.fresh_minutes,
          forbidden: demand.forbidden
        )
      end

      def level = result.level

      def waiver
        @waiver ||= if @known[:waivers]
          @known[:waivers].select { |one| one.allowed && one.withdrawn_at.nil? && one.ends_at > @at }.min_by(&:granted)
        else
          Store::Waiver.where(party_id: @party.id).in_force(@at).order(:granted).first
        end
      end

      # What must be reached: the floor, or what a waiver granted instead; without any demand the link alone, which
      # whoever signed on paper had no need of.
      def wanted = [waiver ? [waiver.granted, demand.floor].min : demand.floor, @party.paper ? 0 : 1].max
      def enough? = level >= wanted

      # [[method, ...], ...] that lead from here to what is wanted, the easiest first.
      def ways
        Core::Assurance::AuthenticationPaths.to(
          wanted,
          proofs,
          available: available,
          now: @at,
          fresh_minutes: demand.fresh_minutes,
          forbidden: demand.forbidden
        )
      end

      # The ways to what is wanted for a party that has come in by its link or account and proved nothing else, by what
      # is known of it. Asked while preparing.
      def planned_ways
        came = Core::Assurance::AuthenticationPaths.proof(entrance, nil, @at)
        held = @party.holds.to_a & [*elsewhere, *methods_that_need(:colleague)]
        planned = known.merge(held.to_h { |method| [method, nil] })
        Core::Assurance::AuthenticationPaths.to(
          wanted,
          [came],
          available: planned,
          now: @at,
          fresh_minutes: demand.fresh_minutes,
          forbidden: demand.forbidden
        )
      end

      # The method by which the party comes in.
      def entrance = @party.staff? ? "account" : Core::Dockets::Channels::LINKS.fetch(@party.channels.first || "mail")

      # Can it be met at all?
      def reachable? = planned_ways.any?

      # {method => facts of a proof by it, nil for the usual ones}: what the party can do by itself. Whether it has a
      # civil identity or a card is for the party to say.
      def available = known.merge(elsewhere.to_h { |method| [method, nil] })

      # Authenticators of the person that the party is, the most strongly bound last.
      def bound
        @bound ||= @known[:bound] || bound_now
      end

      # The level under which an authenticator would be bound now. Who was seen with an identity document counts for as
      # much as that.
      def binding_level
        seen = proofs.any? do |proof|
          proof.method == "seen" && Core::Assurance::Level.unfit(
            proof,
            @at,
            demand.fresh_minutes,
            demand.forbidden
          ).nil?
        end
        [level, seen ? Core::Assurance::Level::MIN_BOUND : 0].max
      end

      # Does a card make the level? Then the act has to be signed by that card, where the document is signed at all.
      def by_card? = !@docket.for_all && result.counted.any? { |proof, _| proof.method == "card" }

      # The facts of the proof by card that was made last, nil without one.
      def card_facts = proofs.reverse.find { |proof| proof.method == "card" }&.facts

      private

      # What the office knows of how this party can prove.
      def known
        texted = JustSeal.office.settings.text_url && !@party.telephone.empty?
        mailed = @party.group? || !@party.email.empty?
        usual = methods_that_need(
          :nothing,
          (:mailbox if mailed),
          (:phrase if @party.phrase_hash),
          (:telephone if texted)
        )
        enrolled = bound.to_h { |row| [row.kind, { "bound_level" => row.bound_level }] }
        usual.to_h { |method| [method, nil] }.merge(enrolled)
      end

      # Ids of the methods that need one of +what+.
      def methods_that_need(*what) = METHODS::ALL.values.select { |method| what.include?(method.needs) }.map(&:id)

      # Methods that others make possible, where they are set up.
      def elsewhere
        settings = JustSeal.office.settings
        methods_that_need((:registry if settings.registry_url), (:reader if settings.reader_url))
      end

      def bound_now
        @party.email.empty? ? [] : Store::Authenticator.of(@party).bound.order(:bound_level, :id).all
      end

      # Proofs count in the visit in which they were given, and in no other.
      def rows
        return @known[:proofs] || @party.proofs_in_force unless @visit

        @visit.proofs_dataset.all
      end

      def proofs
        @proofs ||= rows.map do |row|
          Core::Assurance::Proof.new(method: row[:method], at: row.proved_at, facts: row.facts.to_h)
        end
      end
    end
  end
end
