# frozen_string_literal: true

module JustSeal
  module Web
    class Dockets < Base
      # A draft is seen and tried as a party will have it. Nothing of it is kept.
      module Rehearsing
        extend RouteSet

        get "/:number/as/:letter" do
          party = rehearsed
          cases = Core::Fields::Conditions.holding(party.docket.spots, particulars: particulars_of(party.docket))
          chosen = cases.find { |spot, _| spot.slot == params["with"] }
          show_page Pages::Dockets::AsParty.new(
            context,
            party,
            base: docket_as_party_path(party.docket, party.letter),
            filling: filling(party, chosen ? chosen.last : {}),
            status: Queries::AssuranceStatus.new(party.docket, party, at: office.now),
            cases: cases,
            chosen: chosen&.first&.slot
          )
        end

        get "/:number/as/:letter/documents/:position" do
          document = document_of(rehearsed.docket)
          content_type :pdf
          headers "content-disposition" => "inline"
          Operations::ReadDocument.call(actor, docket: document.docket, position: document.position)
        end

        # What follows from what was typed; all of it comes each time.
        post "/:number/as/:letter/typed" do
          party = rehearsed
          numbers = Queries::DocketFilling.number_slots(party.docket)
          typed = json_body["typed"]
          typed = {} unless typed.is_a?(Hash)
          given = typed.select { |_, text| text.is_a?(String) }.transform_values { |text| text.scrub("") }
          content_type :json
          JSON.generate(FillingData.of(filling(party, Decimals.read(given, numbers)).own_result, numbers))
        end

        # Marks and pages seen are not kept either.
        post "/:number/as/:letter/draft" do
          rehearsed
          content_type :json
          JSON.generate("kept" => false)
        end

        private

        def rehearsed
          docket = draft
          party = docket.parties.find { |one| one.letter == params["letter"] && one.act != "receive" }
          party || raise(Errors::Missing.new(:no_such_party_on_docket, letter: params["letter"].to_s[0, 3]))
        end

        def particulars_of(docket) = Queries::DocketFilling.particulars_of(docket)

        # +given+: {slot => text}; what is another party's is taken for filled in.
        def filling(party, given)
          others = party.docket.spots.reject { |spot| spot.party == party.letter }.map(&:slot)
          Queries::DocketFilling.new(
            party.docket,
            party,
            visit: Queries::DocketFilling::NOWHERE,
            given: given,
            kept: given.slice(*others)
          )
        end
      end
    end
  end
end
