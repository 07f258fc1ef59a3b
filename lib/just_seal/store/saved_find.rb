# frozen_string_literal: true

module JustSeal
  module Store
    # A find that somebody wants again.
    class SavedFind < Sequel::Model(:saved_finds)
    end
  end
end
