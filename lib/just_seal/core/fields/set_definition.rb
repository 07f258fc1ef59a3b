# frozen_string_literal: true

module JustSeal
  module Core
    module Fields
      # A named group of fields that the office keeps: a postal address, a payee, a vessel.
      #
      # {"title" =>, "items" => [{"name" => machine name, "kind" =>, "settings" => {}, "width" => points, "beside" =>
      # true where it stands on the line of the one before}, ...]}. A field of a set knows it by its setting "set":
      # "NAME/VERSION/ITEM".
      module SetDefinition
        NAME = Filing::ClassDefinition::NAME
        MAX_ITEMS = 40
        TITLE = (1..100)
        WIDTHS = (20..520)
        # Points from one line to the next, and between two that stand beside one another.
        LINE = 24
        GAP = 8

        module_function

        # [definition to keep, {place => Symbol or Problem}] of what was +given+.
        def read(given)
          items = Array(given["items"]).grep(Hash)
          problems = {}
          problems["title"] = :title_of_set unless TITLE.cover?(given["title"].to_s.strip.length)
          problems["items"] = Problem.new(:items_of_set, limit: MAX_ITEMS) unless items.size.between?(1, MAX_ITEMS)
          kept = items.each_with_index.map { |item, index| item(item, index, items, problems) }
          [{ "title" => given["title"].to_s.strip, "items" => kept }, problems]
        end

        def item(item, index, items, problems)
          kind = Kinds::ALL[item["kind"]]
          problem = name_problem(item["name"].to_s.strip, items) || (:kind_of_item unless kind&.typed?)
          settings = kind&.typed? ? settings(item, kind) { |fault| problem ||= fault } : {}
          problem ||= :options_of_item if item["kind"] == "choice" && Array(settings["options"]).size < 2
          problems["items.#{index}"] = problem if problem
          plain(item).merge("settings" => settings)
        end

        def plain(item)
          {
            "name" => item["name"].to_s.strip,
            "kind" => item["kind"],
            "width" => item["width"].to_i.clamp(WIDTHS.min, WIDTHS.max),
            "beside" => item["beside"] == true
          }
        end

        def name_problem(name, items)
          return Problem.new(:not_a_machine_name, name: name) unless name.match?(NAME)

          Problem.new(:name_twice, name: name) if items.count { |one| one["name"].to_s.strip == name } > 1
        end

        def settings(item, kind)
          Settings.gather(kind.id, item["settings"].to_h.except("set", "particular", "shown_when")) do |refused|
            yield Problem.new(:setting_of_field, **refused.facts)
          end
        end

        # Where its fields stand, from the upper left corner of the first: [[item, x, y, width, height], ...], y
        # downwards to the upper edge of each.
        def places(definition)
          x = 0
          line = -1
          definition.fetch("items").map do |item|
            beside = item["beside"] && line >= 0
            beside ? x += GAP : (line += 1) && (x = 0)
            kind = Kinds::ALL.fetch(item["kind"])
            width = kind.box? ? kind.width : [item["width"], kind.least_width].max
            place = [item, x, line * LINE, width, kind.height]
            x += width
            place
          end
        end

        # The settings that a field of +kind+ gets from +definition+ of set +name+ in +version+; nil where nothing is
        # new for it. What is the field's own stays: its condition, its particular, what its box stands for.
        def renewed(settings, kind, name, version, definition)
          own, before, item = parts(settings["set"])
          wanted = definition["items"].find { |one| one["name"] == item }
          return unless own == name && before != version && wanted && wanted["kind"] == kind

          kept = settings.to_h.slice("shown_when", "particular", "option")
          wanted["settings"].merge(kept, "set" => mark(name, version, item))
        end

        # The mark by which a field knows its set.
        def mark(name, version, item) = "#{name}/#{version}/#{item}"

        # [name, version, item] of a mark, nil for what is none.
        def parts(mark)
          name, version, item = mark.to_s.split("/")
          [name, version.to_i, item] if item
        end
      end
    end
  end
end
