# frozen_string_literal: true

require "net/http"

module JustSeal
  module Ports
    # HTTP to outside services, with limits on time and size. An answer that leads elsewhere is none.
    module Http
      OPEN_SECONDS = 3
      READ_SECONDS = 10
      # The whole of an answer is there by then, however slowly it comes.
      WHOLE_SECONDS = 20
      MAX_BYTES = 5 * 1024 * 1024
      FAULTS = [
        SystemCallError,
        SocketError,
        EOFError,
        Timeout::Error,
        OpenSSL::SSL::SSLError,
        Net::ProtocolError
      ].freeze

      # An answer that does not end.
      class Endless < Net::ProtocolError; end

      module_function

      # Posts +body+ and returns the answer's body. +reach+: Reach, where the address was written by somebody else.
      # Raises Errors::Unavailable on any other answer than 200.
      def post(url, body, type, reach: nil)
        request = Net::HTTP::Post.new(uri(url), "content-type" => type)
        request.body = body
        user, password = URI(url).userinfo&.split(":", 2)&.map { |text| URI.decode_www_form_component(text) }
        request.basic_auth(user, password) if user
        send_request(request, reach: reach)
      end

      def get(url, reach: nil) = send_request(Net::HTTP::Get.new(uri(url)), reach: reach)

      # URI of +url+. Raises Errors::Unavailable for what is no address of the web.
      def uri(url)
        URI(url).tap { |uri| raise URI::Error unless uri.is_a?(URI::HTTP) && uri.host }
      rescue URI::Error
        raise Errors::Unavailable.new(:address_closed, host: url.to_s[0, 200])
      end

      # +refusal+: a code with which the service says in its body why it does not take what was sent.
      def send_request(request, reach: nil, refusal: nil)
        uri = request.uri
        answer, body = connection(uri, reach).start { |http| exchange(http, request) }
        return body if answer.is_a?(Net::HTTPOK) || answer.code == refusal

        raise Errors::Unavailable.new(:service_answered, host: uri.host, path: uri.path, code: answer.code)
      rescue *FAULTS => e
        cause = e.class.name.split("::").last
        raise Errors::Unavailable.new(:service_unreachable, host: uri.host, path: uri.path, cause: cause)
      end

      def connection(uri, reach)
        Net::HTTP.new(uri.hostname, uri.port, nil).tap do |http|
          http.ipaddr = reach.address(uri) if reach
          http.use_ssl = uri.scheme == "https"
          http.open_timeout = OPEN_SECONDS
          http.read_timeout = READ_SECONDS
          http.max_retries = 0
        end
      end

      # [answer, its body]; no more of it is read than an answer may have, +most+ bytes.
      def exchange(http, request, most: MAX_BYTES)
        ends = clock + WHOLE_SECONDS
        body = +"".b
        answer = http.request(request) do |answer|
          answer.read_body do |part|
            body << part
            raise Endless if body.bytesize > most || clock > ends
          end
        end
        [answer, body]
      end

      def clock = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    end
  end
end
