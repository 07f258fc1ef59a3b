# frozen_string_literal: true

module JustSeal
  module Web
    class SigningRoom < Base
      # How a party proves who it is.
      module Proofs
        extend RouteSet

        # What a party types to prove itself. +operation+: checks it, and has a WRONG of its own; +field+: of the form.
        Typed = Struct.new(:operation, :field, :max_length)
        # last part of the address => Typed
        TYPED = {
          "app" => Typed.new(Operations::ProveByApp, :code, 40),
          "phrase" => Typed.new(Operations::ProveByPhrase, :phrase, 500)
        }.freeze

        # What is still to be proved, at any time before acting; codes and phrases.
        get("/:token/prove") { enter.then { |party| prove(party.docket, party) } }

        post "/:token/code" do
          Operations::AskCode.call(visitor(enter), method: code_method)
          redirect "/room/#{params["token"]}/prove?sent=#{code_method}"
        rescue Errors::Conflict => e
          status 409
          prove(look.docket, look, problem: Words.problem(e))
        end

        post "/:token/prove/code" do
          code = text_param("code", most: 40)
          right = Operations::ProveByCode.call(visitor(enter), code: code, method: code_method)
          proved(right, Operations::ProveByCode::WRONG)
        end

        post("/:token/prove/passkey/begin") { json Operations::ProveByPasskey.new.begin(visitor(enter)) }

        post "/:token/prove/passkey" do
          right = Operations::ProveByPasskey.new.call(visitor(enter), answer: hash(json_body["answer"]))
          status 422 unless right
          right ? json("next" => onwards) : json_problem(Operations::ProveByPasskey::WRONG)
        end

        # Everything else that is typed; its address could be any, so it comes after all others.
        post "/:token/prove/:way" do
          way = TYPED[params["way"]] or pass
          typed = text_param(way.field.to_s, most: way.max_length)
          proved(way.operation.call(visitor(enter), way.field => typed), way.operation::WRONG)
        end

        private

        def code_method = params["method"] == "text_code" ? "text_code" : "mail_code"

        def proved(right, wrong)
          return redirect(onwards) if right

          status 422
          prove(look.docket, look.refresh, problem: wrong)
        end

        # To the document once it is enough, until then to what is still wanted.
        def onwards = "/room/#{params["token"]}#{"/prove" unless standing(look.docket, look.refresh).enough?}"

        def prove(docket, party, problem: nil)
          status = standing(docket, party)
          page = Pages::Room::Prove.new(
            context,
            party,
            token: params["token"],
            status: status,
            problem: problem && Words.problem(problem),
            sent: params["sent"]
          )
          Operations::NoteOffered.call(visitor(party), ways: status.ways) unless page.offered.empty?
          room page
        end
      end
    end
  end
end
