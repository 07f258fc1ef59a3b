# frozen_string_literal: true

module JustSeal
  module Web
    class SigningRoom < Base
      # What a party types, brings, draws and does.
      module Acts
        extend RouteSet

        post "/:handle/typed" do
          told Operations::SaveTyped.call(entered, typed: plain(texts(json_body["typed"])))
        end

        post "/:handle/files" do
          Operations::BringFile.call(entered, slot: text_param("slot"), **upload(params["file"]))
          told Operations::SaveTyped.call(entered, typed: {})
        end

        post "/:handle/draft" do
          body = json_body(most: 2_000_000)
          Operations::KeepDraft.call(entered, marks: hash(body["marks"]), seen: hash(body["seen"]))
          json "kept" => true
        end

        post "/:handle/consent" do
          Operations::ConsentToSigning.call(entered, version: params["version"].to_i)
          redirect base
        end

        post "/:handle/act" do
          Operations::ActOnDocket.call(entered, **acting)
          json "done" => true
        end

        # By a card, in two steps: what it has to sign, and its signatures.
        post "/:handle/act/prepare" do
          json "digests" => Operations::ActByCard.new.prepare(entered, **acting)
        end

        post "/:handle/act/card" do
          given = json_body["signatures"]
          signatures = given.is_a?(Hash) ? given.to_h { |position, text| [position.to_i, text.to_s.unpack1("m")] } : {}
          Operations::ActByCard.new.call(entered, signatures: signatures)
          json "done" => true
        end

        private

        # What the browser sends when the party acts, or looks at what that will be.
        def acting
          body = json_body(most: 2_000_000)
          {
            seen: hash(body["seen"]).transform_keys(&:to_i),
            mark: body["mark"],
            initials: body["initials"],
            typed: plain(texts(body["typed"])),
            pages: hash(body["pages"]).transform_keys(&:to_i),
            place: body["place"],
            declaration: (body["declaration"].to_s.scrub("")[0, 500] if body["declaration"].is_a?(String))
          }
        end

        # {slot => text} of what the browser sent.
        def texts(given)
          if given.is_a?(Hash)
            given.select do |slot, text|
              slot.is_a?(String) && text.is_a?(String)
            end.transform_values { |text| text.scrub("") }
          else
            {}
          end
        end

        def plain(typed) = Decimals.read(typed, Queries::DocketFilling.number_slots(docket))

        # What follows from what was typed, for the browser.
        def told(result) = json(FillingData.of(result, Queries::DocketFilling.number_slots(docket)))
      end
    end
  end
end
