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
        get("/:handle/prove") { entered && prove }

        post "/:handle/code" do
          Operations::AskCode.call(entered, method: code_method)
          redirect "#{base}/prove?sent=#{code_method}"
        rescue Errors::Conflict => e
          status 409
          prove problem: Words.problem(e)
        end

        post "/:handle/prove/code" do
          code = text_param("code", most: 40)
          right = Operations::ProveByCode.call(entered, code: code, method: code_method)
          proved(right, Operations::ProveByCode::WRONG)
        end

        post("/:handle/prove/passkey/begin") { json Operations::ProveByPasskey.new.begin(entered) }

        post "/:handle/prove/passkey" do
          right = Operations::ProveByPasskey.new.call(entered, answer: hash(json_body["answer"]))
          status 422 unless right
          right ? json("next" => onwards) : json_problem(Operations::ProveByPasskey::WRONG)
        end

        # Everything else that is typed; its address could be any, so it comes after all others.
        post "/:handle/prove/:way" do
          way = TYPED[params["way"]] or pass
          typed = text_param(way.field.to_s, most: way.max_length)
          proved(way.operation.call(entered, way.field => typed), way.operation::WRONG)
        end

        private

        def code_method = params["method"] == "text_code" ? "text_code" : "mail_code"

        def proved(right, wrong)
          return redirect(onwards) if right

          status 422
          reread
          prove problem: wrong
        end

        # To the document once it is enough, until then to what is still wanted.
        def onwards = "#{base}#{"/prove" unless reread && standing.enough?}"

        def prove(problem: nil)
          status = standing
          page = Pages::Room::Prove.new(
            context,
            party,
            **place,
            status: status,
            problem: problem && Words.problem(problem),
            sent: params["sent"]
          )
          Operations::NoteOffered.call(visitor, ways: status.ways) unless page.offered.empty?
          show_page page, code: response.status
        end
      end
    end
  end
end
