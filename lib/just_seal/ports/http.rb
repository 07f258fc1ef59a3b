# frozen_string_literal: true

require "net/http"

module JustSeal
  module Ports
    # HTTP to outside services, with limits on time and size.
    module Http
      OPEN_SECONDS = 3
      READ_SECONDS = 10
      MAX_BYTES = 5 * 1024 * 1024

      module_function

      # Posts +body+ and returns the answer's body. Raises Errors::Unavailable on any other answer than 200.
      def post(url, body, type)
        request = Net::HTTP::Post.new(URI(url), "content-type" => type)
        request.body = body
        user, password = URI(url).userinfo&.split(":", 2)&.map { |text| URI.decode_www_form_component(text) }
        request.basic_auth(user, password) if user
        send_request(request)
      end

      def get(url) = send_request(Net::HTTP::Get.new(URI(url)))

      def send_request(request)
        uri = request.uri
        answer = Net::HTTP.start(
          uri.host,
          uri.port,
          use_ssl: uri.scheme == "https",
          open_timeout: OPEN_SECONDS,
          read_timeout: READ_SECONDS
        ) do |http|
          http.max_retries = 0
          http.request(request)
        end
        return answer.body if answer.is_a?(Net::HTTPOK) && answer.body.bytesize <= MAX_BYTES

        raise Errors::Unavailable.new(:service_answered, host: uri.host, path: uri.path, code: answer.code)
      rescue SystemCallError, SocketError, EOFError, Timeout::Error, OpenSSL::SSL::SSLError, Net::ProtocolError => e
        raise Errors::Unavailable.new(
          :service_unreachable,
          host: request.uri.host,
          path: request.uri.path,
          cause: e.class.name.split("::").last
        )
      end
    end
  end
end
