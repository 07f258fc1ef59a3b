# frozen_string_literal: true

module JustSeal
  module Queries
    # Documents that were written in place.
    module WrittenTexts
      module_function

      # The newest text of +record+: Store::Version, nil where it was not written here.
      def newest(record) = record.versions_dataset.where(kind: "written").order(Sequel.desc(:number)).first

      # HTML of what stands in the body of +version+.
      def body(version, office)
        Core::Documents::Written.inside(office.blobs.get(version.sha256).dup.force_encoding(Encoding::UTF_8)).strip
      end
    end
  end
end
