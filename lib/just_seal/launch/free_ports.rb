# frozen_string_literal: true

require "json"
require "socket"

module JustSeal
  module Launch
    # Finds ports on loopback: the ones used last time, or the usual ones, or whatever is free.
    class FreePorts
      USUAL = { web: 7300, standins: 7310, smtp: 7325, scanner: 7326, database: 7354 }.freeze

      # +path+: file that remembers the choice; +shift+: added to the usual ones.
      def initialize(path, shift: 0)
        @path = path
        @shift = shift
        @known = File.exist?(path) ? JSON.parse(File.read(path), symbolize_names: true) : {}
      end

      # The port for +name+ (a key of USUAL).
      def [](name)
        @chosen ||= {}
        @chosen[name] ||= choose(name).tap { |port| remember(name, port) }
      end

      private

      def choose(name) = [@known[name], USUAL.fetch(name) + @shift].compact.find { |port| free?(port) } || any

      def free?(port)
        TCPServer.new("127.0.0.1", port).close
        true
      rescue Errno::EADDRINUSE, Errno::EACCES
        false
      end

      def any = TCPServer.open("127.0.0.1", 0) { |server| server.addr[1] }

      def remember(name, port)
        @known[name] = port
        File.write(@path, JSON.pretty_generate(@known))
      end
    end
  end
end
