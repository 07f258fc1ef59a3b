# frozen_string_literal: true

module JustSeal
  module Web
    # The user guide: open to everybody, since those who sign have no account.
    class Help < Base
      get("") { chapter(Guide::INDEX) }

      get "/pictures/:name.png" do
        path = Guide.picture(params["name"]) or raise Errors::Missing, :no_such_chapter
        headers "cache-control" => "public, max-age=86400"
        send_file path, type: :png
      end

      get("/:chapter") { chapter(params["chapter"]) }

      private

      def chapter(name)
        found = Guide.chapters[name] or raise Errors::Missing, :no_such_chapter
        show_page Pages::Help::Chapter.new(context, found)
      end
    end
  end
end
