# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Room
        # Before reading: the party agrees to do it electronically.
        class Consent < RoomPage
          attr_reader :text

          # +text+: Store::ConsentText; +languages+: codes of the languages that there are.
          def initialize(context, party, text:, languages:, failed: {}, **place)
            super(context, party, failed: failed, **place)
            @text = text
            @languages = languages
          end

          def scripts = %w[components/dialogs]
          def address = docket.owner.email
          def paper? = Queries::PaperChoice.new(docket, party, at: now).may?

          # [[label, value], ...] of the margin.
          def facts
            [
              [t(".documents", count: documents.size), documents_words],
              [t(".text"), t(".version", version: text.version)]
            ]
          end

          # [[code, its own name, address, chosen], ...]; empty where there is one language.
          def languages
            return [] if @languages.size < 2

            @languages.map do |code|
              name = Store::ConsentText::LANGUAGES.fetch(code, code)
              [code, name, "#{home_path}?language=#{code}", code == text.language]
            end
          end

          private

          def documents_words
            pages = counted("page", documents.sum { |one| one.version.page_count })
            documents.size == 1 ? pages : t(".several", count: documents.size, pages: pages)
          end
        end
      end
    end
  end
end
