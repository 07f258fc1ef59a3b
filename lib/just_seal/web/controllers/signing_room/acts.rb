# frozen_string_literal: true

module JustSeal
  module Web
    class SigningRoom < Base
      # What a party types, brings, draws and does.
      module Acts
        extend RouteSet

        post "/:token/typed" do
          told Operations::SaveTyped.call(visitor(enter), typed: texts(json_body["typed"]))
        end

        post "/:token/files" do
          Operations::BringFile.call(visitor(enter), slot: text_param("slot"), **upload(params["file"]))
          told Operations::SaveTyped.call(visitor(enter), typed: {})
        end

        post "/:token/draft" do
          body = json_body(most: 2_000_000)
          Operations::KeepDraft.call(visitor(enter), marks: hash(body["marks"]), seen: hash(body["seen"]))
          json "kept" => true
        end

        post "/:token/consent" do
          Operations::ConsentToSigning.call(visitor(enter), version: params["version"].to_i)
          redirect "/room/#{params["token"]}"
        end

        post "/:token/act" do
          Operations::ActOnDocket.call(visitor(enter), **acting)
          json "done" => true
        end

        # By a card, in two steps: what it has to sign, and its signatures.
        post "/:token/act/prepare" do
          json "digests" => Operations::ActByCard.new.prepare(visitor(enter), **acting)
        end

        post "/:token/act/card" do
          given = json_body["signatures"]
          signatures = given.is_a?(Hash) ? given.to_h { |position, text| [position.to_i, text.to_s.unpack1("m")] } : {}
          Operations::ActByCard.new.call(visitor(enter), signatures: signatures)
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
            typed: texts(body["typed"]),
            pages: hash(body["pages"]).transform_keys(&:to_i),
            place: body["place"]
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

        # What follows from what was typed, for the browser.
        def told(result)
          json shown: result.shown,
            values: result.values,
            texts: result.texts,
            problems: Words.problems(result.problems),
            missing: result.missing
        end
      end
    end
  end
end
