# frozen_string_literal: true

require "pathname"

module JustSeal
  module Web
    # What the modules of public/js import, and what those import in turn: a browser that is told asks for all of them
    # at once, instead of finding out one after the other.
    module ScriptImports
      FOLDER = Pathname(ROOT).join("public")
      IMPORT = %r{^(?:import|export)\b[^;"']*?["']((?:\.{1,2}|)/[^"']+)["']|^import ["']([^"']+)["']}m

      module_function

      # Addresses of what +scripts+ ("pages/reading") import, without them.
      def of(scripts)
        own = scripts.map { |script| "/js/#{script}.js" }
        own.flat_map { |address| ALL.fetch(address, []) }.uniq - own
      end

      # {address => addresses of all that it imports, at once or by others}
      def graph
        direct = Dir[FOLDER.join("js", "**", "*.js")].to_h do |path|
          address = "/#{Pathname(path).relative_path_from(FOLDER)}"
          [address, imports(address)]
        end
        direct.keys.to_h { |address| [address, reached(address, direct).drop(1)] }
      end

      def imports(address)
        File.read(FOLDER.join(address.delete_prefix("/"))).scan(IMPORT).map do |named, bare|
          found = named || bare
          found.start_with?("/") ? found : Pathname(address).dirname.join(found).cleanpath.to_s
        end
      end

      def reached(address, direct, found = [])
        return found if found.include?(address)

        found << address
        direct.fetch(address, []).each { |one| reached(one, direct, found) }
        found
      end

      ALL = graph.freeze
    end
  end
end
