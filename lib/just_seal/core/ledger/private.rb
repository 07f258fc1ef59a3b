# frozen_string_literal: true

module JustSeal
  module Core
    module Ledger
      # What entries say of people, kept apart from them under a commitment, so that it can go with the record while
      # chain, tree and proofs stay whole. Only of chains that can be destroyed.
      module Private
        # Beginnings of kinds of entries of records, dockets and circulations.
        AREAS = %w[
          circulation
          copy
          docket
          document
          file
          message
          paper
          party
          record
          waiver
        ].freeze
        OF_ACTOR = %w[name address client host for].freeze
        # Facts that name people, or repeat what somebody wrote; where they are numbers they are counts, and stay.
        OF_FACTS = %w[
          because
          by
          client
          declaration
          email
          fields
          file_name
          from
          holder
          message
          name
          note
          options
          organisation
          parties
          place
          quality_note
          reason
          subject
          telephone
          title
          to
          who
          wording
        ].freeze
        SALT_BYTES = 32

        # +text+: canonical JSON {"actor": {...}, "facts": {...}}; +salt+: hex.
        Sealed = Value.of(:text, :salt) do
          def commitment = Entry.digest("#{salt}#{text}")
        end

        module_function

        # [actor, facts, Sealed or nil]: what stays in an entry of +kind+, and what lies apart. The block gives a salt:
        # SALT_BYTES random bytes, in hex.
        def split(kind, actor, facts)
          return [actor, facts, nil] unless AREAS.include?(kind[/\A[a-z_]+/])

          apart = {
            "actor" => actor.slice(*OF_ACTOR),
            "facts" => facts.select { |name, value| OF_FACTS.include?(name) && !value.is_a?(Integer) }
          }
          return [actor, facts, nil] if nobody?(actor, apart)

          sealed = Sealed.new(text: Canonical.dump(apart), salt: yield)
          [actor.except(*apart["actor"].keys), facts.except(*apart["facts"].keys), sealed]
        end

        # Is there nobody whom it names?
        def nobody?(actor, apart)
          apart["facts"].empty? && (actor["kind"] == "system" || apart["actor"].empty?)
        end
      end
    end
  end
end
