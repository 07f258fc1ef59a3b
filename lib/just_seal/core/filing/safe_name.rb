# frozen_string_literal: true

module JustSeal
  module Core
    module Filing
      # Names that every file system takes and that look the same to every reader.
      module SafeName
        # Leaves room for an ending and a counter within the 255 bytes that file systems allow.
        MAX_BYTES = 200
        FORBIDDEN = %r{[\\/:*?"<>|]}
        # Control characters, and characters that change the direction or the look of others without being seen.
        UNSEEN = /[[:cntrl:]\p{Cf}\p{Zl}\p{Zp}\u{FFF9}-\u{FFFD}]/
        DEVICES = /\A(CON|PRN|AUX|NUL|COM\d|LPT\d)(\.|\z)/i

        module_function

        # A safe form of +text+; "unnamed" when nothing is left of it.
        def of(text)
          plain = text.scrub("").unicode_normalize(:nfc).gsub(UNSEEN, "").gsub(FORBIDDEN, "-").gsub(/[[:space:]]+/, " ")
          plain = cut(plain.gsub(/\A[. ]+|[. ]+\z/, ""))
          plain = "_#{plain}" if plain.match?(DEVICES)
          plain.empty? ? "unnamed" : plain
        end

        # +text+ as one line for people: titles and names go into mail headers and into documents.
        def line(text) = text.scrub("").unicode_normalize(:nfc).gsub(/[[:space:]]+/, " ").gsub(UNSEEN, "").strip

        # At most MAX_BYTES bytes, without splitting what a reader sees as one character.
        def cut(text)
          return text if text.bytesize <= MAX_BYTES

          text.each_grapheme_cluster.inject(+"") do |kept, cluster|
            kept.bytesize + cluster.bytesize > MAX_BYTES ? (break kept) : kept << cluster
          end.rstrip
        end
      end
    end
  end
end
