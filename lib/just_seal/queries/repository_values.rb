# frozen_string_literal: true

module JustSeal
  module Queries
    # What the properties of a document of another repository say of the particulars here.
    module RepositoryValues
      DATES = %w[date datetime].freeze

      module_function

      # {particular => text}, by the mapping of +repository+. +found+: Ports::CmisClient::Found.
      def of(repository, found)
        types = repository.record_class.particulars.to_h { |item| [item["name"], item["type"]] }
        repository.mapping.to_h.to_h { |name, property| [name, text(found.properties[property], types[name])] }
      end

      # Times are milliseconds in CMIS, and days here.
      def text(value, type)
        return "" if value.nil?
        return value ? "yes" : "no" if [true, false].include?(value)
        return Time.at(value / 1000).utc.to_date.iso8601 if value.is_a?(Integer) && DATES.include?(type)

        value.is_a?(Array) ? value.join(", ") : value.to_s
      end
    end
  end
end
