# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Room
        # What somebody fetches by the link in a mail that would have been too large with it.
        class Copies < OutsidePage
          KILOBYTE = 1024
          MEGABYTE = 1024 * 1024

          attr_reader :link

          # +link+: Store::CopyLink; +token+: of its address.
          def initialize(context, link, token:)
            super(context)
            @link = link
            @token = token
          end

          def docket = link.docket
          def title = docket.title

          # [[file name, its size in words, address], ...]
          def files
            link.files.to_a.map.with_index(1) do |file, position|
              [file["file_name"], size(file["size_bytes"]), copy_path(@token, position)]
            end
          end

          private

          def size(bytes)
            return t(".kilobytes", number: number((bytes / KILOBYTE.to_f).ceil)) if bytes < MEGABYTE

            t(".megabytes", number: number((bytes / MEGABYTE.to_f).round(1)))
          end
        end
      end
    end
  end
end
