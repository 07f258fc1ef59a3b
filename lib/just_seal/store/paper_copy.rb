# frozen_string_literal: true

module JustSeal
  module Store
    # A printed copy of a docket that one party signs by pen.
    class PaperCopy < Sequel::Model(:paper_copies)
      OPEN = %w[out entered].freeze

      many_to_one :docket, class: "JustSeal::Store::Docket"
      many_to_one :party, class: "JustSeal::Store::Party"
      many_to_one :enterer, class: "JustSeal::Store::Account", key: :entered_by
      many_to_one :confirmer, class: "JustSeal::Store::Account", key: :confirmed_by
      one_to_many :files, class: "JustSeal::Store::PaperFile", key: :copy_id, order: :id

      dataset_module do
        # Those that are with a party, or came back and are not taken in yet.
        def live = where(state: OPEN)
      end

      def live? = OPEN.include?(state)
      # What people call it.
      def name = "#{docket.number} P#{number}"

      # {[document, page] => Core::Paper::Layout} of what was printed.
      def layouts
        documents.to_a.flat_map do |document|
          document["sizes"].each.with_index(1).map do |size, page|
            [[document["position"], page], Core::Paper::Layout.new(*size)]
          end
        end.to_h
      end

      # Core::Paper::Matching of the pictures that came back and were not left out.
      def matching
        @matching ||= Core::Paper::Matching.new(code, layouts, pictures.map(&:value))
      end

      def pictures
        @pictures ||= PaperPicture.where(file_id: files_dataset.where(state: "read").select(:id)).order(:id).all
      end

      # What somebody looks at: a hash over the pictures that count, and over what was entered from them, by whom.
      def looked_at
        pictures = matching.placed.sort.map { |sheet, placed| [sheet, placed.picture.id] }
        Core::Ledger::Entry.digest(JSON.generate([pictures, entered.to_h, entered_by]))
      end

      def printed(position) = documents.to_a.find { |document| document["position"] == position }
    end
  end
end
