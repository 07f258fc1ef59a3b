# frozen_string_literal: true

module JustSeal
  module Store
    # A template for dockets; its versions are never changed. +version+: the newest; +current+: the one that is used, 0
    # for none yet.
    class DocketTemplate < Sequel::Model(:docket_templates)
      many_to_one :owner, class: "JustSeal::Store::Account"
      LISTS = %i[units people editor_units editors].freeze
      # Shared with nobody is shared with all.
      MAY_USE = "(cardinality(units) = 0 AND coalesce(cardinality(people), 0) = 0) OR units && :units " \
                "OR :id = ANY(people)"
      MAY_CHANGE = "owner_id = :id OR editor_units && :units OR :id = ANY(editors)"

      dataset_module do
        where(:live, retired_at: nil)

        # Those that +account+ may use or change: its own, those of its unit and of the ones above, those that are
        # shared with it or with all; administrators see every one.
        def seen_by(account)
          return live if account.role == "administrator"

          live.where(Sequel.lit("(in_use IS DISTINCT FROM 0 AND (#{MAY_USE})) OR #{MAY_CHANGE}", who(account)))
        end

        # Those that it may change.
        def edited_by(account)
          account.role == "administrator" ? live : live.where(Sequel.lit(MAY_CHANGE, who(account)))
        end

        def who(account)
          { id: account.id, units: Sequel.pg_array([account.unit, *Unit.upwards(account.unit)], :text) }
        end
      end

      def current = in_use || version
      # Can it be used: is there a version that was published?
      def used? = current.positive?
      # Is there a newer version than the one that is used?
      def unpublished? = current < version
      def edited_by?(account) = self.class.edited_by(account).where(id: id).any?
      # {one of LISTS => names of units, or ids of accounts}
      def sharing = LISTS.to_h { |name| [name, self[name].to_a] }
      # {title:, definition:, made_by:, made_at:} of version +number+; where none is used yet, of the newest.
      def at(number = usual) = Store.db[:docket_template_versions].where(template_id: id, version: number).first
      def title(number = usual) = at(number)[:title]
      def definition(number = usual) = Core::Dockets::TemplateDefinition.current(at(number)[:definition].to_h)

      # {document => {sha256:, file_name:, size_bytes:, page_count:}} of version +number+.
      def files(number = usual)
        Store.db[:docket_template_files].where(template_id: id, version: number).to_hash(:document)
      end

      private

      def usual = used? ? current : version
    end
  end
end
