# frozen_string_literal: true

module JustSeal
  module Store
    # One page of a file that came back, as a picture, with the codes that were read on it.
    class PaperPicture < Sequel::Model(:paper_pictures)
      # Core::Paper::Matching::Picture
      def value
        read = marks.to_a.map { |text, middle| [Core::Paper::Mark.read(text), middle.to_a] }
        Core::Paper::Matching::Picture.new(id: id, width: width, height: height, marks: read)
      end
    end
  end
end
