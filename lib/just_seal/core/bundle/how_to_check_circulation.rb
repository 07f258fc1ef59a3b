# frozen_string_literal: true

module JustSeal
  module Core
    module Bundle
      # The plain commands by which anybody checks the evidence of a circulation.
      module HowToCheckCirculation
        # Every entry that the certificate names stands in the histories of the people.
        ENTRIES = <<~'PERL'.delete("\n")
          perl -MDigest::SHA=sha256_hex -ne
           'BEGIN { open F, "people.jsonl"; while (<F>) { chomp; $there{sha256_hex($_)} = 1 } $ok = 1 }
           if (/"entry": "([0-9a-f]{64})"/) { $n++; $ok = 0 unless $there{$1} }
           END { print $ok ? "people: OK, $n acts\n" : "people: BROKEN\n" }' circulation.json
        PERL

        module_function

        # +circulation+, +office+: for the head; +words+, +digest+: as HowToCheck.text takes them.
        def text(circulation:, office:, words:, digest: Ledger::Merkle::FIRST)
          HowToCheck.guide(
            words.call(:of_circulation, circulation: circulation, office: office),
            words,
            files: [HowToCheck::SUMS],
            signed: [HowToCheck::SIGNED],
            listed: [HowToCheck::LISTED],
            signatures: ["pdfsig certificate.pdf"],
            times: ["#{HowToCheck::TIMES} certificate.pdf"],
            revocation: HowToCheck::REVOCATION,
            history: ["#{HowToCheck::CHAIN} ledger.jsonl"],
            certified: ['grep -c "$(sha256sum certificate.pdf | cut -c1-64)" ledger.jsonl'],
            people: [ENTRIES],
            stamped: [HowToCheck::STAMPED],
            **HowToCheck.in_tree(digest)
          )
        end
      end
    end
  end
end
