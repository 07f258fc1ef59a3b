# frozen_string_literal: true

require "concurrent/map"

module JustSeal
  module Web
    # A part that pages share: a class with what its template asks, and the template of the same name under
    # web/views/components, which runs in it.
    class Component < View
      NAMED = Concurrent::Map.new
      private_constant :NAMED

      # The class of component +name+: :form_field => Components::FormField.
      def self.named(name)
        NAMED.fetch_or_store(name) { Components.const_get(name.to_s.split("_").map(&:capitalize).join) }
      end

      def self.template = @template ||= "components/#{name.split("::").last.gsub(/(?<=[a-z])(?=[A-Z])/, "_").downcase}"

      attr_reader :content

      # +content+: what the block of the caller wrote, or nil.
      def initialize(context, content: nil)
        super(context)
        @content = content
      end

      def call = render(self.class.template)
    end
  end
end
