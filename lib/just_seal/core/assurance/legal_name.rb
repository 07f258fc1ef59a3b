# frozen_string_literal: true

module JustSeal
  module Core
    module Assurance
      # Does the name that a registry or a certificate gives agree with the party's? Width, case, accents, punctuation
      # and the order of the parts are left out of account.
      module LegalName
        module_function

        # true, or the parts that one has and the other has not: {"only_registry" => [...], "only_party" => [...]}.
        def agrees(registry, party)
          one, two = [registry, party].map { |name| parts(name) }
          return true if one.sort == two.sort && one.any?

          { "only_registry" => one - two, "only_party" => two - one }
        end

        def parts(name)
          name.unicode_normalize(:nfkd).gsub(/\p{M}/, "").gsub(
            /[\p{P}\p{S}]/,
            " "
          ).unicode_normalize(:nfkc).downcase(:fold).split
        end
      end
    end
  end
end
