# frozen_string_literal: true

module JustSeal
  module Web
    # What templates run in: they reach the page or the locals that they declare, words, paths, components, and nothing
    # else.
    class View
      include Speech
      include Paths

      # The keys that work on every page of the staff (those that have a name by its key), and the words for what they
      # do.
      KEYS = [
        ["/", :find],
        ["j, k", :rows],
        %i[enter open],
        ["n", :prepare],
        ["e", :evidence],
        ["?", :keys],
        %i[escape close]
      ].freeze

      Templates.define(self)

      attr_reader :context, :words_scope

      def initialize(context)
        @context = context
      end

      # Writes template +name+ of web/views. Returns SafeHtml.
      def render(name, **locals)
        outer = @words_scope
        @words_scope = name.gsub("/_", "/").tr("/", ".")
        SafeHtml.new(public_send(Templates.method_name(name), **locals))
      ensure
        @words_scope = outer
      end

      # "dockets/party_row" is the template web/views/dockets/_party_row.erb.
      def partial(name, **locals) = render(name.sub(%r{([^/]+)\z}, '_\1'), **locals)

      # The component +name+ (a key of web/components), with what the block writes inside.
      def component(name, ...) = build(name, ...)

      # HTML attributes; nil and false leave one out, true stands without a value, _ becomes a dash.
      def attributes(**pairs)
        SafeHtml.new(pairs.filter_map { |key, value| attribute(key.to_s.tr("_", "-"), value) }.join)
      end

      def style_sheet_path = StyleSheet::PATH
      # Of a module of public/js ("pages/reading"), and of what modules import ("/js/lib/words.js").
      def script_path(name) = ScriptAddress.of("/js/#{name}.js")
      def script_address(address) = ScriptAddress.of(address)
      # Of the office's own colour, nil where it has none.
      def accent_path = Accent.path(context.office.set_up&.accent)
      def viewer = context.viewer

      # Where the guide speaks of the page that is shown.
      def help_about_path
        chapter, anchor = Guide.about(context.path.to_s).split("#")
        help_chapter_path(chapter, anchor: anchor)
      end

      def may?(act) = context.may?(act)

      # Data for a script, as a JSON block: +name+ is what the script asks for.
      def data_block(name, values)
        json = JSON.generate(values).gsub(/[<>&\u2028\u2029]/) { |sign| format("\\u%04x", sign.ord) }
        SafeHtml.new(%(<script type="application/json" data-block="#{SafeHtml.escape(name)}">#{json}</script>))
      end

      # [[key of places, its path], ...] of the top line.
      def top_line = Routes::TOP_LINE.map { |name, path| [name, public_send(:"#{path}_path")] }

      # [[what stands on the key, what it does], ...]
      def key_list = KEYS.map { |cap, does| [cap.is_a?(Symbol) ? t("layouts.key_caps.#{cap}") : cap, does] }

      private

      def build(name, *arguments, **options, &block)
        content = block ? SafeHtml.new(@output.capture(&block)) : nil
        Component.named(name).new(context, *arguments, **options, content: content).call
      end

      def attribute(key, value)
        return if value.nil? || value == false

        value == true ? " #{key}" : %( #{key}="#{SafeHtml.escape(value)}")
      end
    end
  end
end
