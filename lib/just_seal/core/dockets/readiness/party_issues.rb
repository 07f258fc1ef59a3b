# frozen_string_literal: true

module JustSeal
  module Core
    module Dockets
      module Readiness
        # What is wrong with who is to act, and whom the mail reaches.
        module PartyIssues
          module_function

          def call(draft)
            return [Readiness.error(:no_party, :parties)] if draft.parties.none? { |party| party.act != "receive" }

            draft.parties.flat_map { |party| errors(party, draft) + likenesses(party, draft) } +
              same_addresses(draft) + same_names(draft)
          end

          def errors(party, draft)
            return [Readiness.error(:staff_not_chosen, :parties, party)] if party.kind == "staff" && nameless?(party)

            of_person(party) + of_demand(party, draft)
          end

          def of_person(party)
            group = party.kind == "group"
            email = party.email.to_s
            [
              (Readiness.error(:party_without_name, :parties, party) if nameless?(party)),
              (Readiness.error(:group_empty, :parties, party, name: party.name) if group && party.members.to_i.zero?),
              (Readiness.error(:address_wrong, :parties, party, address: email) unless group || reached?(party)),
              (Readiness.error(:text_link_refused, :parties, party, name: party.name) if refused?(party))
            ].compact
          end

          def reached?(party)
            email = party.email.to_s
            email.empty? ? party.channels == ["text"] : Address.valid?(email)
          end

          def refused?(party) = party.text_refused && party.channels.to_a.include?("text")

          def of_demand(party, draft)
            facts = { name: party.name, floor: party.floor, help: help(party) }
            [
              (Readiness.error(:floor_unreachable, :parties, party, **facts) if party.reachable == false),
              (Readiness.error(:no_signature_field, :fields, party, name: party.name) if signs_nowhere?(party, draft))
            ].compact
          end

          def nameless?(party) = party.name.to_s.strip.empty?
          def help(party) = party.kind == "staff" ? :ask_for_waiver : :agree_or_tick

          def signs_nowhere?(party, draft)
            party.act == "sign" && draft.spots.none? { |spot| spot.party == party.letter && spot.kind == "signature" }
          end

          # Addresses that are well formed and yet look mistaken.
          def likenesses(party, draft)
            return [] unless party.kind == "outside" && Address.valid?(party.email.to_s)

            meant = Address.meant(party.email, draft.known.to_a)
            staff = draft.staff.to_a.include?(Address.normal(party.email))
            [
              (Readiness.warning(:address_resembles, :parties, party, address: party.email, meant: meant) if meant),
              (Readiness.warning(:staff_as_outside, :parties, party, name: party.name) if staff)
            ].compact
          end

          def same_addresses(draft)
            by_address = draft.parties.group_by { |party| Channels.key(party.email, party.telephone) }
            twice = by_address.reject { |address, same| address.empty? || same.size < 2 }
            twice.map { |address, same| Readiness.warning(:same_address_twice, :parties, same.last, address: address) }
          end

          # The same person under two addresses.
          def same_names(draft)
            named = draft.parties.reject { |party| nameless?(party) }
              .group_by { |party| party.name.downcase.squeeze(" ").strip }
            apart = named.values.select { |same| same.map { |one| Address.normal(one.email.to_s) }.uniq.size > 1 }
            apart.map { |same| Readiness.warning(:same_name_twice, :parties, same.last, name: same.last.name) }
          end
        end
      end
    end
  end
end
