# frozen_string_literal: true

module JustSeal
  module Core
    module Bundle
      # The plain commands by which anybody checks a bundle: each stands on a line of its own after a $, and says what
      # it has to answer on the line before.
      module HowToCheck
        module_function

        # +docket+, +office+: for the head; +documents+: names of the sealed PDFs.
        def text(docket:, office:, documents:)
          <<~TEXT
            How to check the evidence of docket #{docket}, #{office}
            ================================================================

            You need a shell with sha256sum, openssl, perl and pdfsig (from poppler-utils). Unpack the bundle into a folder of its own, go there, and type what stands after each $.
            The certificate in certificates/root.pem is the authority on which everything rests. Compare it with one that you have from elsewhere: nothing in this bundle can prove it.

            1. Every file is the one that was bundled. Each line has to end in OK.

            $ sha256sum --check --quiet SHA256SUMS && echo "files: OK"

            2. The list itself was signed, and by whom. It has to say "CMS Verification successful".

            $ openssl cms -verify -binary -inform DER -in META-INF/signature.p7s -content META-INF/ASiCManifest.xml -CAfile certificates/root.pem -purpose any -out /dev/null

            3. The sums of step 1 are in that list. It has to find one line.

            $ grep -c "$(openssl dgst -sha256 -binary SHA256SUMS | base64)" META-INF/ASiCManifest.xml

            4. Every signature in the sealed documents holds. Each has to say "Signature is Valid."

            #{documents.map { |name| "$ pdfsig #{quoted(name)}" }.join("\n")}
            $ pdfsig certificate.pdf

            5. The history is whole: every entry holds the hash of the one before it. It has to say "chain: OK".

            $ perl -MDigest::SHA=sha256_hex -ne 'BEGIN { $p = "0" x 64; $ok = 1 } chomp; $ok = 0 unless /"prev":"$p","seq":$.,"v":1\\}$/; $p = sha256_hex($_); END { print $ok ? "chain: OK, ends in $p\\n" : "chain: BROKEN\\n" }' ledger.jsonl

            6. The documents are those that the history says were sealed. Every sum has to be found.

            $ for f in documents/*.pdf; do grep -q "$(sha256sum "$f" | cut -c1-64)" ledger.jsonl && echo "sealed: OK $f"; done

            7. A time-stamp authority saw the checkpoint over all entries of the office. It has to say "Verification: OK".

            $ openssl ts -verify -token_in -in checkpoint.tst -data checkpoint-body.json -CAfile certificates/root.pem -untrusted certificates/time-stamps.pem

            8. The last entry of this docket is in that checkpoint (RFC 9162, 2.1.3.2). It has to say "inclusion: OK".

            $ perl -MDigest::SHA=sha256 -e 'open F, "last-entry-path.txt"; chomp(my @l = <F>); my ($h, $root) = (shift @l, shift @l); $h = sha256("\\0", pack("H*", $h)); for (@l) { my ($side, $s) = split; $s = pack("H*", $s); $h = $side eq "left" ? sha256("\\1", $s, $h) : sha256("\\1", $h, $s) } print unpack("H*", $h) eq $root ? "inclusion: OK\\n" : "inclusion: BROKEN\\n"'

            9. The root in that file is the one that was stamped, and its first line is the hash that step 5 ends in. Both have to be found.

            $ grep -c "$(sed -n 2p last-entry-path.txt)" checkpoint-body.json
            $ tail -n 1 ledger.jsonl | tr -d '\\n' | sha256sum | grep -c "$(sed -n 1p last-entry-path.txt)"

            10. What was asked for: rulebook.json holds the rules in force when the docket was sent; docket.json its account, as the seal certificate tells it; revocation/ what the authorities
            answered about each certificate; originals/ the documents before they were sent.
          TEXT
        end

        # For a shell.
        def quoted(name) = "'#{name.gsub("'", "'\\\\''")}'"
      end
    end
  end
end
