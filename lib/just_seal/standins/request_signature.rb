# frozen_string_literal: true

require "digest"
require "openssl"
require "uri"

module JustSeal
  module Standins
    # The signature of a request to an object store (AWS Signature Version 4, in its header).
    class RequestSignature
      FORM = %r{
        \AAWS4-HMAC-SHA256\ Credential=(?<key>[^/]+)/
        (?<scope>(?<day>\d{8})/(?<region>[\w-]+)/(?<service>\w+)/aws4_request),
        \ ?SignedHeaders=(?<headers>[a-z0-9;-]+),\ ?Signature=(?<signature>\h{64})\z
      }x
      MINUTES = 15

      # +request+: Rack::Request; +secrets+: {key => secret}.
      def initialize(request, secrets)
        @request = request
        @secrets = secrets
        @said = FORM.match(request.env["HTTP_AUTHORIZATION"].to_s)
      end

      # Was it made by somebody who has the secret, for this request and these bytes, just now?
      def holds?(body)
        return false unless @said && @secrets.key?(@said[:key]) && fresh?

        header("x-amz-content-sha256") == Digest::SHA256.hexdigest(body) &&
          OpenSSL.secure_compare(OpenSSL::HMAC.hexdigest("SHA256", key, to_sign), @said[:signature])
      end

      private

      def fresh?
        at = Time.strptime("#{header("x-amz-date")} UTC", "%Y%m%dT%H%M%SZ %Z")
        (Time.now - at).abs < MINUTES * 60
      rescue ArgumentError
        false
      end

      def header(name)
        name = name.upcase.tr("-", "_")
        @request.env[%w[CONTENT_TYPE CONTENT_LENGTH].include?(name) ? name : "HTTP_#{name}"].to_s
      end

      def key
        [@said[:day], @said[:region], @said[:service], "aws4_request"]
          .inject("AWS4#{@secrets.fetch(@said[:key])}") { |key, part| OpenSSL::HMAC.digest("SHA256", key, part) }
      end

      def to_sign
        ["AWS4-HMAC-SHA256", header("x-amz-date"), @said[:scope], Digest::SHA256.hexdigest(canonical)].join("\n")
      end

      def canonical
        names = @said[:headers].split(";")
        [
          @request.request_method,
          @request.env["SCRIPT_NAME"].to_s + @request.path_info,
          query,
          names.map { |name| "#{name}:#{header(name).strip.squeeze(" ")}\n" }.join,
          @said[:headers],
          header("x-amz-content-sha256")
        ].join("\n")
      end

      def query
        URI.decode_www_form(@request.query_string).sort
          .map { |pair| pair.map { |text| URI.encode_www_form_component(text).gsub("+", "%20") }.join("=") }.join("&")
      end
    end
  end
end
