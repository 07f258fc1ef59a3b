# frozen_string_literal: true

module JustSeal
  module Store
    # A template for dockets; its versions are never changed.
    class DocketTemplate < Sequel::Model(:docket_templates)
      many_to_one :owner, class: "JustSeal::Store::Account"
      dataset_module do
        where(:live, retired_at: nil)

        # Those that +account+ may use: its own, those of its unit and of the ones above, and those that are shared with
        # all; administrators see every one.
        def seen_by(account)
          return live if account.role == "administrator"

          own = Sequel.pg_array([account.unit, *Unit.upwards(account.unit)], :text)
          live.where(Sequel.lit("owner_id = ? OR cardinality(units) = 0 OR units && ?", account.id, own))
        end
      end

      # {title:, definition:, made_by:, made_at:} of version +number+.
      def at(number = version) = Store.db[:docket_template_versions].where(template_id: id, version: number).first
      def title = at[:title]
      def definition = at[:definition].to_h
    end
  end
end
