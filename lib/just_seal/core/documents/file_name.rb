# frozen_string_literal: true

module JustSeal
  module Core
    module Documents
      # The name of a file that came from somebody's machine.
      module FileName
        MAX_CHARACTERS = 150
        ENDING = /\.[A-Za-z]{2,5}\z/

        module_function

        # +name+ without folders or characters that a file system or a reader could stumble over, with the ending of
        # what the file is.
        def plain(name, media)
          with_ending(name, Media.ending(media))
        end

        # The same, with +ending+ such as ".png".
        def with_ending(name, ending)
          base = name.to_s.dup.force_encoding(Encoding::UTF_8).scrub("").tr("\\", "/").split("/").last.to_s
          stem = Filing::SafeName.of(base.sub(ENDING, ""))[0, MAX_CHARACTERS].strip
          "#{stem == "unnamed" ? "document" : stem}#{ending}"
        end
      end
    end
  end
end
