# frozen_string_literal: true

module JustSeal
  module Store
    # A file with pages that came back on paper.
    class PaperFile < Sequel::Model(:paper_files)
      many_to_one :copy, class: "JustSeal::Store::PaperCopy"
      one_to_many :pictures, class: "JustSeal::Store::PaperPicture", key: :file_id, order: :page
    end
  end
end
