# frozen_string_literal: true

require "erubi/capture_block"

module JustSeal
  module Web
    # The templates under web/views, each compiled once into a method. A template declares the locals that it takes in
    # its first line, as in <%# locals: (row:, wide: false) %>, and writes SafeHtml as it is and all else escaped.
    module Templates
      FOLDER = File.join(__dir__, "views")
      LOCALS = /\A<%#\s*locals:\s*\((.*?)\)\s*-?%>\n?/m

      # What a template is written into.
      class Output < Erubi::CaptureBlockEngine::Buffer
        def |(other) = concat(SafeHtml.escape(other))
      end

      module_function

      # Defines every template of FOLDER as a method of +target+; called once, when that is loaded.
      def define(target)
        Dir[File.join(FOLDER, "**", "*.erb")].each { |path| compile(target, path) }
      end

      # Is there a template +name+?
      def known?(name) = File.file?(File.join(FOLDER, "#{name}.erb"))

      # "dockets/show" => :render_dockets__show
      def method_name(name) = :"render_#{name.gsub("/", "__")}"

      def compile(target, path)
        source = File.read(path)
        locals = source[LOCALS, 1].to_s
        body = Erubi::CaptureBlockEngine.new(
          source.sub(LOCALS, ""),
          escape: true,
          freeze: false,
          ensure: true,
          bufvar: "@output",
          bufval: "::JustSeal::Web::Templates::Output.new",
          trim: true
        ).src
        name = path.delete_prefix("#{FOLDER}/").delete_suffix(".erb")
        method = "def #{method_name(name)}(#{locals})\n#{body}\nend"
        # Lines count from the template's first: the locals stand on one of its own, or else not at all.
        target.class_eval(method, path, locals.empty? ? 0 : 1)
      end
    end
  end
end
