# frozen_string_literal: true

module JustSeal
  module Core
    module Bundle
      # The plain commands by which anybody checks a bundle: each stands on a line of its own after a $, beneath what it
      # has to answer.
      module HowToCheck
        CHAIN = <<~'PERL'.delete("\n")
          perl -MDigest::SHA=sha256_hex -ne
           'BEGIN { $p = "0" x 64; $ok = 1 } chomp;
           $ok = 0 unless /"prev":"$p",(?:"private":"[0-9a-f]{64}",)?(?:"rows":\[.*\],)?"seq":$.,"v":1\}$/;
           $p = sha256_hex($_);
           END { print $ok ? "chain: OK, ends in $p\n" : "chain: BROKEN\n" }'
        PERL
        # RFC 9162, 2.1.3.2; by the digest of the tree.
        INCLUSION = <<~'PERL'.delete("\n")
          perl -MDigest::%<module>s=%<name>s -e
           'open F, "last-entry-path.txt"; chomp(my @l = <F>); my ($h, $root) = (shift @l, shift @l);
           $h = %<name>s("\0", pack("H*", $h));
           for (@l) { my ($side, $s) = split; $s = pack("H*", $s);
           $h = $side eq "left" ? %<name>s("\1", $s, $h) : %<name>s("\1", $h, $s) }
           print unpack("H*", $h) eq $root ? "inclusion: OK\n" : "inclusion: BROKEN\n"'
        PERL
        SUMS = 'sha256sum --check --quiet SHA256SUMS && echo "files: OK"'
        SIGNED = "openssl cms -verify -binary -inform DER -in META-INF/signature.p7s -content " \
                 "META-INF/ASiCManifest.xml -CAfile certificates/root.pem -purpose any -out /dev/null"
        LISTED = 'grep -c "$(openssl dgst -sha256 -binary SHA256SUMS | base64)" META-INF/ASiCManifest.xml'
        SEALED = 'for f in documents/*.pdf; do grep -q "$(sha256sum "$f" | cut -c1-64)" ledger.jsonl ' \
                 '&& echo "sealed: OK $f"; done'
        STAMPED = "openssl ts -verify -token_in -in checkpoint.tst -data checkpoint-body.json " \
                  "-CAfile certificates/root.pem -untrusted certificates/time-stamps.pem"
        # The last byte range of a PDF is that of the time-stamp on top; its token stands in the gap, as hex.
        TIMES = <<~'PERL'.delete("\n")
          perl -0777 -ne
           '@r = ($1, $2, $3) while /\/ByteRange\s*\[\s*0\s+(\d+)\s+(\d+)\s+(\d+)/g;
           open C, ">", "covered.$$"; print C substr($_, 0, $r[0]), substr($_, $r[1], $r[2]); close C;
           open T, ">", "token.$$"; print T pack("H*", substr($_, $r[0] + 1, $r[1] - $r[0] - 2)); close T;
           system(qw(openssl ts -verify -token_in -in), "token.$$", "-data", "covered.$$",
           qw(-CAfile certificates/root.pem -untrusted certificates/all.pem));
           unlink "covered.$$", "token.$$"'
        PERL
        REVOCATION = [
          "for f in revocation/*.ocsp; do openssl ocsp -respin $f -CAfile certificates/root.pem -verify_other " \
          "certificates/all.pem -resp_text 2>&1 | grep -E 'Cert Status|Serial Number: [0-9A-F]|This Update|verify'; " \
          "done",
          "for f in revocation/*.crl; do openssl crl -inform DER -in $f -CAfile certificates/all.pem -noout " \
          "-lastupdate; done"
        ].freeze
        ROOT = 'grep -c "$(sed -n 2p last-entry-path.txt)" checkpoint-body.json'
        LAST = %q(tail -n 1 ledger.jsonl | tr -d '\n' | openssl dgst -r -%<dash>s | ) +
          'grep -c "$(sed -n 1p last-entry-path.txt)"'
        # What Perl and openssl call the digests of trees.
        TOOLS = {
          "SHA256" => { module: "SHA", name: "sha256", dash: "sha256" },
          "SHA512" => { module: "SHA", name: "sha512", dash: "sha512" },
          "SHA3-512" => { module: "SHA3", name: "sha3_512", dash: "sha3-512" }
        }.freeze

        module_function

        # +docket+, +office+: for the head; +documents+: names of the sealed PDFs; +words+: answers a key and facts with
        # what is said; +digest+: of the tree.
        def text(docket:, office:, documents:, words:, digest: Ledger::Merkle::FIRST)
          guide(
            words.call(:of_docket, docket: docket, office: office),
            words,
            files: [SUMS],
            signed: [SIGNED],
            listed: [LISTED],
            signatures: [*documents, "certificate.pdf"].map { |name| "pdfsig #{quoted(name)}" },
            times: [*documents, "certificate.pdf"].map { |name| "#{TIMES} #{quoted(name)}" },
            revocation: REVOCATION,
            history: ["#{CHAIN} ledger.jsonl"],
            sealed: [SEALED],
            stamped: [STAMPED],
            **in_tree(digest),
            asked_for: []
          )
        end

        # That the last entry is in the tree that was stamped.
        def in_tree(digest)
          tools = TOOLS.fetch(digest)
          { included: [format(INCLUSION, tools)], root: [ROOT, format(LAST, tools)] }
        end

        # +steps+: {key of what is said: [command, ...]}
        def guide(head, words, **steps)
          told = steps.each_with_index.map do |(name, commands), index|
            ["#{index + 1}. #{words.call(:"step_#{name}")}", *shown(commands)].join("\n\n")
          end
          [head, "=" * 64, "", words.call(:tools), words.call(:root), "", *told.join("\n\n"), ""].join("\n")
        end

        def shown(commands)
          commands.empty? ? [] : [commands.map { |command| "$ #{command}" }.join("\n")]
        end

        # For a shell.
        def quoted(name) = "'#{name.gsub("'", "'\\\\''")}'"
      end
    end
  end
end
