# frozen_string_literal: true

require "socket"

module JustSeal
  module Standins
    # A scanner for malware that speaks clamd's protocol and knows one thing: the file that all scanners are tried with.
    class Scanner
      # In two halves, so that no scanner finds it here.
      TEST_FILE = "X5O!P%@AP[4\\PZX54(P^)7CC)7}$EICAR-" \
                  "STANDARD-ANTIVIRUS-TEST-FILE!$H+H*".b.freeze
      MAX_BYTES = 100 * 1024 * 1024

      def initialize(port:)
        @server = TCPServer.new("127.0.0.1", port)
      end

      def start
        @thread = Thread.new do
          loop { Thread.new(@server.accept) { |socket| serve(socket) } }
        end
        self
      end

      def stop
        @thread&.kill
        @server.close
      end

      private

      def serve(socket)
        command = socket.gets("\0", 32)
        return socket.write("UNKNOWN COMMAND\0") unless command == "zINSTREAM\0"

        found = read(socket).include?(TEST_FILE)
        socket.write(found ? "stream: Stand-in.Test.File FOUND\0" : "stream: OK\0")
      rescue SystemCallError, IOError
        nil # whoever asked has gone
      ensure
        socket.close
      end

      # What comes in pieces, each with its size before it, until one of none.
      def read(socket)
        bytes = +"".b
        while (size = socket.read(4)&.unpack1("N")&.nonzero?)
          bytes << socket.read(size).to_s
          raise IOError, "too much" if bytes.bytesize > MAX_BYTES
        end
        bytes
      end
    end
  end
end
