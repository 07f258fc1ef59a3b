# frozen_string_literal: true

module JustSeal
  module Operations
    # Keeps a find of records under a title, for whoever saved it. The same title again replaces it.
    class SaveFind < Operation
      MAX_TITLE = 80
      MAX_QUERY = 2000
      MAX_FINDS = 40

      # +query+: parameters of the list's address. Returns the Store::SavedFind; raises Errors::Invalid keyed "title".
      def call(actor, title:, query:)
        allow!(actor, :view)
        title = Core::Filing::SafeName.line(title)
        unless title.length.between?(1, MAX_TITLE)
          raise Errors::Invalid, { "title" => Core::Problem.new(:title_of_find, limit: MAX_TITLE) }
        end

        transaction do
          mine = Store::SavedFind.where(account_id: actor.id)
          known = mine.first(title: title)
          next known.tap { known.update(query: query[0, MAX_QUERY]) } if known
          if mine.count >= MAX_FINDS
            raise Errors::Invalid, { "title" => Core::Problem.new(:too_many_finds, limit: MAX_FINDS) }
          end

          Store::SavedFind.create(account_id: actor.id, title: title, query: query[0, MAX_QUERY], created_at: now)
        end
      end
    end
  end
end
