# frozen_string_literal: true

module JustSeal
  module Queries
    # The names of those whom default parties refer to, by two queries.
    module PartyNames
      module_function

      # {"contact" => {id => name}, "account" => {id => name}} of +parties+, as Core::Filing::Parties keeps them.
      def of(parties)
        references = parties.group_by { |party| party["source"] }
          .transform_values { |list| list.map { |one| one["ref"] } }
        {
          "contact" => Store::Contact.where(id: references.fetch("contact", [])).select_hash(:id, :name),
          "account" => Store::Account.where(id: references.fetch("staff", [])).select_hash(:id, :name)
        }
      end
    end
  end
end
