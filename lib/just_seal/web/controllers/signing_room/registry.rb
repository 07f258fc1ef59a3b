# frozen_string_literal: true

module JustSeal
  module Web
    class SigningRoom < Base
      # To the civil registry, and back: the state that comes back is one that this browser was sent away with.
      module Registry
        extend RouteSet

        post "/:handle/prove/registry" do
          address, state = Operations::ProveByRegistry.new.begin(entered)
          session["registry"] = { "state" => state, "handle" => visit.handle }
          headers "refresh" => "0; url=#{address}"
          show_page Pages::Room::Away.new(context, address)
        end

        get "/back/registry" do
          away = session.delete("registry")
          same = away && OpenSSL.secure_compare(away["state"], params["state"].to_s)
          raise Errors::Missing, :registry_not_asked unless same

          params["handle"] = away["handle"]
          back_from_registry(away["state"])
        end

        private

        def back_from_registry(state)
          return turned_back if params["error"]

          code = text_param("code", most: 200)
          agrees = Operations::ProveByRegistry.new.call(entered, state: state, code: code)
          return redirect(onwards) if agrees == true

          reread
          prove problem: disagreement(agrees)
        rescue Errors::Invalid => e
          status 422
          prove problem: Words.problem(e)
        end

        def turned_back
          Operations::ProveByRegistry.new.refused(entered)
          prove problem: I18n.t("room.prove.back_from_registry")
        end

        def disagreement(agrees)
          only = %w[only_registry only_party].filter_map do |key|
            names = agrees[key].to_a.join(" ")
            I18n.t("room.prove.#{key}", names: names) unless names.empty?
          end
          facts = { name: party.name, differences: only.join("; "), owner: docket.owner.name }
          I18n.t("room.prove.registry_disagrees", **facts)
        end
      end
    end
  end
end
