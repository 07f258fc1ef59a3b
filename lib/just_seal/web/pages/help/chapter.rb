# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Help
        # A chapter of the guide, beside the list of all.
        class Chapter < OutsidePage
          attr_reader :chapter

          # +chapter+: Guide::Chapter.
          def initialize(context, chapter)
            super(context)
            @chapter = chapter
          end

          def title = chapter.title
          # The guide is written in one language.
          def other_language? = I18n.locale != :en

          # [[title, path, shown], ...]
          def chapters
            Guide.chapters.map { |name, one| [one.title, help_chapter_path(name), one == chapter] }
          end
        end
      end
    end
  end
end
