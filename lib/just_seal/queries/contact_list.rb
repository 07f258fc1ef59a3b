# frozen_string_literal: true

module JustSeal
  module Queries
    # Contacts by name, and the ones that fit what somebody types.
    module ContactList
      SIZE = 50
      MAX_FOUND = 8

      module_function

      # Page whose next_key is the id of the last contact; +find+: words or nil; +after+: a key or nil.
      def page(find: nil, after: nil, size: SIZE)
        found = find ? matching(find) : Store::Contact.live
        last = after.to_s.match?(/\A\d{1,18}\z/) ? Store::Contact[after.to_i] : nil
        found = found.where(Sequel.lit("(lower(name), id) > (lower(?), ?)", last.name, last.id)) if last
        rows = found.order(Sequel.function(:lower, :name), :id).limit(size + 1).all
        Page.new(rows: rows.first(size), next_key: (rows[size - 1].id.to_s if rows.size > size))
      end

      # The few that fit +text+, for a list while typing.
      def found(text)
        text.length < 2 ? [] : matching(text).order(Sequel.function(:lower, :name)).limit(MAX_FOUND).all
      end

      # The one contact that +line+ means, as Particulars keeps it: by the address between < and >, or by its very name;
      # nil for none or several.
      def meant(line)
        address = line[/<([^<>]+)>\s*\z/, 1] || (line if line.include?("@"))
        found = if address
          [Store::Contact.at(address)].compact
        else
          Store::Contact.live.where(
            Sequel.function(
              :lower,
              :name
            ) => line.downcase
          ).limit(2).all
        end
        found.size == 1 ? found.first.card.merge("id" => found.first.id) : nil
      end

      def matching(text)
        words = Sequel.lit("(name || ' ' || email || ' ' || organisation)")
        text.split.first(5).inject(Store::Contact.live) do |dataset, word|
          dataset.where(Sequel.ilike(words, "%#{dataset.escape_like(word)}%"))
        end
      end

      # Others that may be the same as +contact+: the same name, or the same part before the @.
      def likenesses(contact)
        same_name = { Sequel.function(:lower, :name) => contact.name.downcase }
        dataset = Store::Contact.live.exclude(id: contact.id)
        dataset.where(same_name).order(:id).limit(MAX_FOUND).all
      end

      # All contacts as CSV.
      def csv
        keys = Core::Contacts::Card::KEYS
        CsvText.of(keys, Store::Contact.live.order(:id).map { |contact| contact.card.values_at(*keys) })
      end
    end
  end
end
