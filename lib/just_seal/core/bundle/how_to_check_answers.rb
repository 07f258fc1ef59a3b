# frozen_string_literal: true

module JustSeal
  module Core
    module Bundle
      # The plain commands by which anybody checks an answer pack.
      module HowToCheckAnswers
        module_function

        # +inquiry+, +office+: for the head; +bundles+: names of the evidence bundles in the pack; +samples+: {file with
        # a population => seed}; +chain+: is inquiry.jsonl there?
        def text(inquiry:, office:, bundles: [], samples: {}, chain: true)
          <<~TEXT
            How to check the answers to inquiry #{inquiry}, #{office}
            ================================================================

            You need a shell with sha256sum, openssl, perl, unzip and pdfsig (from poppler-utils). Unpack the pack into a folder of its own, go there, and type what stands after each $.
            The certificate in certificates/root.pem is the authority on which everything rests. Compare it with one that you have from elsewhere: nothing in this pack can prove it.

            1. Every file is the one that was packed. It has to say "files: OK".

            $ sha256sum --check --quiet SHA256SUMS && echo "files: OK"

            2. The list itself was signed. It has to say "CMS Verification successful".

            $ openssl cms -verify -binary -inform DER -in META-INF/signature.p7s -content META-INF/ASiCManifest.xml -CAfile certificates/root.pem -purpose any -out /dev/null

            3. The sums of step 1 are in that list. It has to find one line.

            $ grep -c "$(openssl dgst -sha256 -binary SHA256SUMS | base64)" META-INF/ASiCManifest.xml

            4. The report is sealed. Each signature has to say "Signature is Valid."

            $ pdfsig report.pdf

            #{chained if chain}#{bundled(bundles)}#{drawn(samples)}
            Each list is there twice: as CSV, and as JSON with the meaning of every column. answers.json holds all answers; "sha256_as_answered" of each is the hash that the ledger chain of the inquiry has of it.
          TEXT
        end

        def chained
          <<~TEXT
            5. What was done in the inquiry is whole: every entry holds the hash of the one before it. It has to say "chain: OK".

            $ perl -MDigest::SHA=sha256_hex -ne 'BEGIN { $p = "0" x 64; $ok = 1 } chomp; $ok = 0 unless /"prev":"$p","seq":$.,"v":1\\}$/; $p = sha256_hex($_); END { print $ok ? "chain: OK, ends in $p\\n" : "chain: BROKEN\\n" }' inquiry.jsonl

          TEXT
        end

        def bundled(names)
          return "" if names.empty?

          "6. Each docket has an evidence bundle of its own, with its own HOW-TO-CHECK.txt. Each has to say that no " \
"errors were detected.\n\n#{names.map do |name|
  "$ unzip -tq #{name}"
end.join("\n")}\n\n"
        end

        def drawn(samples)
          return "" if samples.empty?

          commands = samples.map do |file, seed|
            "$ while read -r item; do printf '%s %s\\n' \"$(printf '#{seed}:%s' \"$item\" | sha256sum | cut " \
"-c1-64)\" \"$item\"; done < #{HowToCheck.quoted(file)} | sort > #{HowToCheck.quoted(
  file.sub(
    "population", "ranked"
  )
)} && echo \"ranked: OK\""
          end
          "7. A sample is drawn by the SHA-256 of the seed, a colon and the number of the docket; the lowest ranks " \
            "are taken, of each stratum its share. population.txt holds all that could be drawn; afterwards " \
            "ranked.txt holds " \
            "them by rank, and the sample has to be its beginning.\n\n#{commands.join("\n")}\n\n"
        end
      end
    end
  end
end
