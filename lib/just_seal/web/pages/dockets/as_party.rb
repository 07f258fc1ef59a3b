# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Dockets
        # A draft as one of its parties will have it: everything can be tried, and nothing is kept.
        class AsParty < Room::Sign
          # What the page that a party has can't do here.
          PATHS = %w[typed draft].freeze

          def self.template = "room/sign"
          def self.words_scope = "room.sign"

          # +cases+: of Core::Fields::Conditions; +chosen+: slot of the one whose values are filled in, or nil.
          def initialize(context, party, cases:, chosen:, **known)
            super(context, party, before: [], draft: { "marks" => {}, "seen" => {} }, **known)
            @cases = cases
            @chosen = chosen
          end

          # The spots whose conditions can be made to come true: [[words, address, chosen], ...]
          def cases
            @cases.map do |spot, _|
              path = docket_as_party_path(docket, party.letter, with: spot.slot)
              [t("room.rehearsal.shows", field: Words.field(spot)), path, spot.slot == @chosen]
            end
          end

          def rehearsal = self
          def party_words = t("room.rehearsal.as", name: party.name, letter: party.letter)
          def back = docket_step_path(docket, :fields)
          def plain = docket_as_party_path(docket, party.letter)
          def other_parties = docket.parties.reject { |one| one.act == "receive" || one.id == party.id }
          def switches? = false
          def given = super.merge(rehearsal: true, prove: nil)

          # What would be proved before acting.
          def level_words
            status.demand.floor.positive? ? t("room.rehearsal.level", level: status.demand.floor) : nil
          end

          private

          def tokens = PATHS.to_h { |path| [path, context.token_for("#{home_path}/#{path}")] }
        end
      end
    end
  end
end
