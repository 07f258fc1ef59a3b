# frozen_string_literal: true

require "digest"

module JustSeal
  module Web
    # The modules of public/js under an address that changes with any of them, beneath which they import one another:
    # a browser asks for each once, and never whether it has changed.
    module ScriptAddress
      FOLDER = File.join(ROOT, "public", "js")
      PLAIN = "/js/"
      FILES = Dir[File.join(FOLDER, "**", "*.js")].freeze
      VERSION = Digest::SHA256.hexdigest(FILES.map { |path| File.read(path) }.join("\n"))[0, 20].freeze
      # As deep as the plain one: they find what is shipped two folders above.
      PREFIX = "/js-#{VERSION}/".freeze

      module_function

      # +address+ ("/js/pages/reading.js") as pages name it; what is not of public/js as it is.
      def of(address) = address.start_with?(PLAIN) ? PREFIX + address.delete_prefix(PLAIN) : address

      # The plain address of a +path+ that pages name; nil for any other.
      def plain(path) = path.start_with?(PREFIX) ? PLAIN + path.delete_prefix(PREFIX) : nil
    end
  end
end
