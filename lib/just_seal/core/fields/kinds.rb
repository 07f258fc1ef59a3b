# frozen_string_literal: true

module JustSeal
  module Core
    module Fields
      # All kinds of field, in the order in which they are offered. Whoever adds one writes its class, names it here,
      # and gives it its words.
      module Kinds
        CLASSES = [
          Signature,
          Initials,
          ActingDate,
          FullName,
          Email,
          Organisation,
          JobTitle,
          Date,
          Text,
          TextLines,
          Number,
          Money,
          Choice,
          OneOf,
          Tick,
          Computed,
          Particular,
          Attachment
        ].freeze
        # {id => Kind}
        ALL = CLASSES.to_h { |kind| [kind.id, kind.new] }.freeze
      end
    end
  end
end
