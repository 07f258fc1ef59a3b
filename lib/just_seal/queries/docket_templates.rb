# frozen_string_literal: true

module JustSeal
  module Queries
    # Docket templates that one person sees.
    module DocketTemplates
      # +row+: Store::DocketTemplate; +definition+: of the version that is used, or else of the newest; +favourite+: is
      # it one of the person who looks?
      Listed = Struct.new(:row, :definition, :favourite, keyword_init: true) do
        def title = definition["title"]
      end

      # The version that is used.
      CURRENT = Sequel.function(:coalesce, :in_use, Sequel[:docket_templates][:version])

      module_function

      # The Store::DocketTemplate with +code+ that +account+ sees, nil for none.
      def numbered(account, code) = Store::DocketTemplate.seen_by(account).first(code: code)

      # [Listed, ...]: those in whose title, description or tags each word of +find+ stands, with the tag +tag+, for
      # records of class +class_code+, or of any; favourites first.
      def of(account, find: "", tag: "", class_code: nil)
        kept = favourites(account)
        listed = listed(Store::DocketTemplate.seen_by(account)).each { |one| one.favourite = kept.include?(one.row.id) }
        listed.select! { |one| found?(one, find) && tagged?(one, tag) && for_class?(one, class_code) }
        listed.sort_by { |one| [one.favourite ? 0 : 1, one.row.code] }
      end

      # The favourites of +account+ that can be used, in one query: [{code:, title:}, ...]
      def favoured(account)
        mine = Store.db[:docket_template_favourites].where(account_id: account.id).select(:template_id)
        current = { Sequel[:v][:template_id] => Sequel[:docket_templates][:id], Sequel[:v][:version] => CURRENT }
        Store::DocketTemplate.seen_by(account)
          .where(id: mine)
          .where(Sequel.lit("in_use IS DISTINCT FROM 0"))
          .join(Sequel[:docket_template_versions].as(:v), current)
          .order(:code)
          .select(:code, Sequel[:v][:title])
          .naked
          .all
      end

      # Those that +account+ may change.
      def edited(account) = listed(Store::DocketTemplate.edited_by(account))

      def listed(dataset)
        rows = dataset.order(:code).eager(:owner).all
        shown = Sequel.case({ { in_use: nil } => :version, { in_use: 0 } => :version }, :in_use)
        ids = Store::DocketTemplate.where(id: rows.map(&:id)).select(:id, shown)
        known = Store.db[:docket_template_versions].where(%i[template_id version] => ids)
          .select_hash(:template_id, :definition)
        rows.map do |row|
          Listed.new(row: row, definition: Core::Dockets::TemplateDefinition.current(known[row.id].to_h))
        end
      end

      def favourites(account)
        Store.db[:docket_template_favourites].where(account_id: account.id).select_map(:template_id)
      end

      def found?(one, find)
        text = [
          one.row.code,
          *one.definition.values_at("title", "description"),
          *one.definition["tags"]
        ].join(" ").downcase
        find.downcase.split.all? { |word| text.include?(word) }
      end

      def tagged?(one, tag) = tag.empty? || one.definition["tags"].to_a.any? { |given| given.casecmp?(tag) }
      def for_class?(one, code) = code.nil? || ["", code].include?(one.row.class_code)
      def find(account, code) = Store::DocketTemplate.seen_by(account).first(code: code)

      # [{version:, title:, made_at:, name: of who made it}, ...], the newest first.
      def versions(template)
        Store.db[:docket_template_versions]
          .where(template_id: template.id)
          .join(:accounts, id: :made_by)
          .reverse(:version)
          .select(:version, :title, :made_at, :name)
          .all
      end
    end
  end
end
