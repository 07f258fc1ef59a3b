# frozen_string_literal: true

module JustSeal
  module Store
    # What a party agrees to before signing electronically, by version.
    class ConsentText < Sequel::Model(:consent_texts)
      unrestrict_primary_key

      # Languages by their ISO 639-1 codes, in their own words.
      LANGUAGES = {
        "en" => "English",
        "nb" => "Norsk",
        "da" => "Dansk",
        "sv" => "Svenska",
        "de" => "Deutsch",
        "fr" => "Français",
        "nl" => "Nederlands",
        "pl" => "Polski",
        "es" => "Español"
      }.freeze

      # {language => the text in force at +now+}, for documents of the classes +codes+: one that is for a class of
      # theirs comes before the general one.
      def self.languages(now, codes)
        rows = where(Sequel[:in_force_from] <= now).where(Sequel.|({ class_code: nil }, { class_code: codes })).order(
          :in_force_from, :version
        ).all
        rows.sort_by.with_index do |row, index|
          [
            row.class_code ? 1 : 0,
            index
          ]
        end.to_h do |row|
          [
            row.language,
            row
          ]
        end.sort_by { |language, _| LANGUAGES.keys.index(language) || LANGUAGES.size }.to_h
      end
    end
  end
end
