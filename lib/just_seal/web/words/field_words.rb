# frozen_string_literal: true

module JustSeal
  module Web
    # Fields, their kinds and what can be set of them, in words and for scripts. Whoever includes it includes Speech and
    # Paths.
    module FieldWords
      SETTINGS = (
        %w[label help required mask mask_form pattern default unit decimals least most options option formula] +
        %w[rounding shown_when particular]
      ).freeze

      def kind_words(kind) = t("field_kinds.#{kind}")

      # What can be set of a field: {setting => {label:, help:, options:}}
      def setting_data
        SETTINGS.to_h do |name|
          words = { label: t("field_settings.#{name}.label"), help: words_of("field_settings.#{name}.help") }
          words[:options] = t("roundings") if name == "rounding"
          words[:options] = { "" => t("masks.none"), **mask_options } if name == "mask"
          [name, words]
        end
      end

      # {mask => what it is, with its example}
      def mask_options
        Core::Fields::Masks::ALL.to_h do |name, mask|
          [name, name == "own" ? t("masks.own") : t("masks.like", mask: t("masks.#{name}"), example: mask.example(""))]
        end
      end

      def kind_data
        Core::Fields::Kinds::ALL.values.map do |kind|
          kind.to_h.merge(
            label: kind_words(kind.id),
            hint: t("field_hints.#{kind.id}"),
            all: kind.typed_settings,
            box: kind.box?
          )
        end
      end

      # [{title:, fields: [{kind:, key:, x:, y:, width:, height:, settings:}, ...]}, ...] of Queries::FieldSets.live:
      # places from the upper left corner of the set.
      def data_of_sets(sets)
        sets.map do |row, definition|
          fields = Core::Fields::SetDefinition.places(definition).map do |item, x, y, width, height|
            mark = Core::Fields::SetDefinition.mark(row.name, row.version, item["name"])
            settings = item["settings"].merge("set" => mark)
            { kind: item["kind"], key: item["name"], x: x, y: y, width: width, height: height, settings: settings }
          end
          { title: definition["title"], fields: fields }
        end
      end

      # {position => [{name:, label:}, ...]} of the documents' particulars.
      def particular_data(documents)
        documents.to_h do |document|
          record = document.record
          items = record.record_class.definition(record.class_version).fetch("particulars", [])
          [document.position, items.map { |item| { name: item["name"], label: "#{item["label"]} (#{item["name"]})" } }]
        end
      end

      # The documents of a docket.
      def paper_data(documents)
        documents.map do |one|
          file = version_file_path(one.record, one.version.number, inline: 1)
          { position: one.position, title: one.record.title, file: file }
        end
      end

      # What a party will find to do on the pages, as sentences. +fields+: of the draft, as the browser gets them.
      def party_fills(party, fields)
        own = fields.select { |field| field[:party] == party.letter }
        name = party.name.empty? ? t("party_fills.nameless") : party.name.split.first
        return t("party_fills.nothing.#{party.act}", name: name) if own.empty?

        [signed_words(name, own), typed_words(name, own), system_words(own)].compact.join(" ")
      end

      private

      def signed_words(name, own)
        pages = own.select { |field| field[:kind] == "signature" }.map { |field| field[:page] }.uniq
        t("party_fills.signs", count: pages.size, name: name, pages: list(pages.map(&:to_s))) if pages.any?
      end

      def typed_words(name, own)
        typed = own.select { |field| field_kind(field).typed? }
        titles = typed.uniq { |field| [field[:key], field[:name]].find { |text| !text.to_s.empty? } }
          .map { |field| field[:settings]["label"] || kind_words(field[:kind]).downcase }
        t("party_fills.fills", name: name, titles: list(titles)) if titles.any?
      end

      def system_words(own)
        count = own.count { |field| %i[system sending].include?(field_kind(field).filled_by) }
        t("party_fills.by_system", count: count) if count.positive?
      end

      def field_kind(field) = Core::Fields::Kinds::ALL.fetch(field[:kind])
    end
  end
end
