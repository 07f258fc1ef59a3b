# frozen_string_literal: true

require "json"
require "net/http"
require "securerandom"

module JustSeal
  module Ports
    # Asks an office by its API (docs/api.yaml), with a token: what the command line does for scripts.
    class OfficeClient
      # +address+: of the office; +token+: text.
      def initialize(address, token:)
        @base = "#{address.chomp("/")}/api/v1"
        @token = token
      end

      # The answer, parsed. Each raises Errors::Conflict with what the office said, Errors::Unavailable where it is
      # away.
      def get(path) = JSON.parse(read(Net::HTTP::Get.new(uri(path))))

      # The bytes of a file.
      def fetch(path) = read(Net::HTTP::Get.new(uri(path)))

      def post(path, values = {})
        request = Net::HTTP::Post.new(uri(path), "content-type" => "application/json", **once)
        request.body = JSON.generate(values)
        JSON.parse(read(request))
      end

      # +form+: {name => text}; +file+: path.
      def bring(path, form, file)
        request = Net::HTTP::Post.new(uri(path), **once)
        File.open(file, "rb") do |io|
          request.set_form([*form.to_a, ["file", io, { filename: File.basename(file) }]], "multipart/form-data")
          JSON.parse(read(request))
        end
      rescue SystemCallError
        raise Errors::Missing.new(:file_not_read, path: file)
      end

      private

      def uri(path) = Http.uri("#{@base}#{path}")
      def once = { "idempotency-key" => SecureRandom.uuid }

      def read(request)
        request["authorization"] = "Bearer #{@token}"
        answer, body = Http.connection(request.uri, nil).start { |http| Http.exchange(http, request) }
        return body if answer.is_a?(Net::HTTPSuccess)

        told = JSON.parse(body)
        raise Errors::Conflict.new(:office_said, code: answer.code, said: told["detail"].to_s)
      rescue JSON::ParserError
        raise Errors::Unavailable.new(
          :service_answered,
          host: request.uri.host,
          path: request.uri.path,
          code: answer.code
        )
      rescue *Http::FAULTS => e
        cause = e.class.name.split("::").last
        raise Errors::Unavailable.new(
          :service_unreachable,
          host: request.uri.host,
          path: request.uri.path,
          cause: cause
        )
      end
    end
  end
end
