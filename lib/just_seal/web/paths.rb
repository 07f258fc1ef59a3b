# frozen_string_literal: true

require "uri"

module JustSeal
  module Web
    # Addresses of pages, made of Routes::PATHS: docket_path(docket), docket_path("RH-2026-00417", state: "out").
    module Paths
      # What stands for a row in an address.
      KEYS = %i[number code id].freeze

      Routes::PATHS.each do |name, pattern|
        define_method(:"#{name}_path") do |*values, anchor: nil, **query|
          Paths.fill(pattern, values, query, anchor)
        end
      end

      module_function

      def fill(pattern, values, query, anchor)
        rest = values.dup
        path = pattern.gsub(/:\w+/) { URI.encode_www_form_component(part(rest.shift)).gsub("+", "%20") }
        asked = query.compact
        path += "?#{URI.encode_www_form(asked)}" unless asked.empty?
        anchor ? "#{path}##{anchor}" : path
      end

      def part(value)
        key = KEYS.find { |name| value.respond_to?(name) }
        (key ? value.public_send(key) : value).to_s
      end
    end
  end
end
