# frozen_string_literal: true

module JustSeal
  module Store
    # One version of the rules; never changed. It counts from its start on, once it is published.
    class Rulebook < Sequel::Model(:rulebooks)
      # It begins at its start, or when it is published, if that is later.
      BEGINS = Sequel.function(
        :greatest,
        Sequel[:rulebooks][:starts_at],
        Sequel[:rulebook_publications][:published_at]
      )

      unrestrict_primary_key
      many_to_one :maker, class: "JustSeal::Store::Account", key: :made_by
      one_to_one :publication, class: "JustSeal::Store::RulebookPublication", key: :version

      # The one that is in force at +time+; nil before the first.
      def self.in_force(time)
        published = join(:rulebook_publications, version: :version).select_all(:rulebooks)
        begun = published.where(Sequel.expr(BEGINS) <= time)
        begun.order(Sequel.desc(BEGINS), Sequel.desc(Sequel[:rulebooks][:version])).first
      end

      # As the core wants it.
      def rules = Core::Assurance::Rulebook.new(definition.to_h)
    end
  end
end
