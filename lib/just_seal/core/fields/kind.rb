# frozen_string_literal: true

module JustSeal
  module Core
    module Fields
      # A kind of field. Each is a class of its own under kinds/, which declares what it is and says how its values are
      # read, shown and written; Kinds lists them all. Its name and hint stand in the locale files under field_kinds and
      # field_hints.
      class Kind
        LINE = { width: 150, height: 16, least_width: 40, least_height: 9 }.freeze
        DAY = { width: 96, height: 16, least_width: 50, least_height: 9 }.freeze
        BOX = { width: 12, height: 12, least_width: 8, least_height: 8 }.freeze

        # What a field is filled in from at the moment of acting. +marks+: {"signature", "initials" => Mark}; +day+:
        # text; +values+, +texts+: {slot => kept value, text for the page}.
        By = Value.of(:name, :email, :day, :marks, :values, :texts)

        class << self
          # The name under which fields keep their kind.
          def id(name = nil) = name ? @id = name.to_s.freeze : @id

          # Points that a field gets when it is placed, and the least that it needs.
          def size(**sides) = sides.empty? ? @size : @size = sides.freeze

          # :mark (the party types or draws it), :party (it fills it in), :system (written at the moment of acting) or
          # :sending (written when the docket is sent).
          def filled_by(who = nil) = who ? @filled_by = who : @filled_by

          # Of its value, a key of Filing::Types::ALL; none for a kind that has no value of its own.
          def type(name = nil) = name ? @type = name.to_s.freeze : @type

          # What can be set besides its label, its condition and what all kinds have that a party fills in.
          def settings(*names) = names.empty? ? @settings.to_a : @settings = names.map(&:to_s).freeze

          # Said of a kind that has to be filled in unless somebody says that it need not.
          def wanted = @wanted = true
          def wanted? = @wanted == true

          # How the signing room lets a party fill it in: :line, :lines, :choice, :box or :file, with the attributes of
          # the input.
          def control(name = nil, **attributes)
            name ? @control = { name: name, **attributes }.freeze : @control || { name: :line }
          end
        end

        def id = self.class.id
        def width = self.class.size[:width]
        def height = self.class.size[:height]
        def least_width = self.class.size[:least_width]
        def least_height = self.class.size[:least_height]
        def filled_by = self.class.filled_by
        def type = self.class.type
        def settings = self.class.settings
        def control = self.class.control
        def mark? = filled_by == :mark
        def typed? = filled_by == :party
        # Is it crossed or left empty, rather than written into?
        def box? = control[:name] == :box
        # Does its value need a pattern, options or bounds? Files have none of these.
        def readable? = !type.nil?

        # All names of settings that make sense for this kind.
        def all_settings
          ["label", *(%w[required help] if typed?), *settings, *("particular" if typed?), "shown_when", "set"]
        end

        # Those of them that somebody sets.
        def typed_settings = all_settings - ["set"]

        # For pages: what a field of this kind is when it is placed.
        def to_h
          {
            id: id,
            **self.class.size,
            filled_by: filled_by,
            type: type,
            settings: settings,
            wanted: self.class.wanted?
          }
        end

        # What can be chosen; +same+: all fields that share its value.
        def options(spot, _same = [spot]) = spot["options"]

        # All values that it can have, where they can be counted; nil where not.
        def possibilities(_same) = nil

        # [Problem or nil, kept text or nil] of what was +given+ (text).
        def read(spot, given, options: spot["options"])
          problem, value = Filing::Particulars.one(ValueParser.item(spot, options), given)
          problem ||= unfit(spot, value) if value
          problem ? [problem, nil] : [nil, value]
        end

        # What is wrong with a value of the right type: Symbol, Problem or nil.
        def unfit(_spot, _value) = nil

        # Characters that it takes at most; nil for the usual.
        def most_characters = nil

        # Is it filled in? A box that is required has to be crossed.
        def filled?(value) = !value.nil?

        # A kept value as it is written on the page; +notation+: see Filing::ParticularType#shown.
        def shown(spot, value, notation)
          return "" if value.nil? || box?

          item = ValueParser.item(spot)
          Filing::Types.of(item).shown(item, value, notation)
        end

        # What goes into the document; +by+: By. nil for a field that stays empty.
        def written(spot, by) = by.texts[spot.slot]

        # How +value+ looks in the document; +looks+: Pdf::Appearance; +foot+: the line under a signature.
        def picture(looks, spot, value, _foot) = looks.text(spot, value)

        # The field of a form that holds it; +form+: of HexaPDF.
        def form_field(form, name) = box? ? form.create_check_box(name) : form.create_text_field(name)
      end
    end
  end
end
