# frozen_string_literal: true

require "socket"
require "timeout"
require "uri"

module JustSeal
  module Ports
    # A scanner for malware that speaks clamd's protocol: bytes go out in pieces (INSTREAM), a line comes back.
    class Clamd
      OPEN_SECONDS = 3
      # Looking into archives takes its time.
      WHOLE_SECONDS = 60
      PIECE_BYTES = 64 * 1024
      MAX_ANSWER_BYTES = 4096
      FOUND = /\Astream: (.+) FOUND\z/

      # +url+: clamd://host:port, or unix:///path/of/its.socket.
      def initialize(url)
        @uri = URI(url)
      end

      # nil for bytes in which it finds nothing, or the name of what it found. Raises Errors::Unavailable where it is
      # away, too slow, or answers something else.
      def look(bytes)
        answer = Timeout.timeout(WHOLE_SECONDS) { ask(bytes) }
        return if answer == "stream: OK"

        answer[FOUND, 1] or raise Errors::Unavailable.new(:scanner_unclear, said: answer[0, 200])
      rescue SystemCallError, SocketError, IOError, Timeout::Error => e
        raise Errors::Unavailable.new(:scanner_away, cause: e.class.name.split("::").last)
      end

      # Is it there? Raises as #look.
      def try = look("") && nil

      private

      def ask(bytes)
        socket = connect
        socket.write("zINSTREAM\0")
        StringIO.new(bytes).then do |source|
          while (piece = source.read(PIECE_BYTES))
            socket.write([piece.bytesize].pack("N"), piece)
          end
        end
        socket.write([0].pack("N"))
        socket.read(MAX_ANSWER_BYTES).to_s.delete("\0").strip
      ensure
        socket&.close
      end

      def connect
        return UNIXSocket.new(@uri.path) if @uri.scheme == "unix"

        Socket.tcp(@uri.host, @uri.port, connect_timeout: OPEN_SECONDS)
      end
    end
  end
end
