# frozen_string_literal: true

module JustSeal
  module Queries
    # Docket templates that one person sees.
    module DocketTemplates
      module_function

      def of(account) = Store::DocketTemplate.seen_by(account).order(:code).eager(:owner).all
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
