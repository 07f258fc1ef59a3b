# frozen_string_literal: true

module JustSeal
  module Web
    # All that one template may ask: built from queries, without HTML. Its template and its words are found by its name:
    # Pages::Dockets::Show has web/views/dockets/show.erb and the words under dockets.show.
    class Page
      include Speech
      include Paths

      LAYOUT = "layouts/staff"

      def self.template
        @template ||= name.split("::").drop(3).map { |part| part.gsub(/(?<=[a-z])(?=[A-Z])/, "_").downcase }.join("/")
      end

      def self.words_scope = @words_scope ||= template.tr("/", ".")

      attr_reader :context

      def initialize(context)
        @context = context
      end

      def template = self.class.template
      def words_scope = self.class.words_scope
      def layout = self.class::LAYOUT
      def viewer = context.viewer
      def now = context.now
      def office = context.office
      def may?(act) = context.may?(act)

      # The heading of the browser's window; a page says what it is.
      def title = t(".title")
      # The place of the top line that is marked.
      def place = nil
      # {field => sentence} of what was wrong with what was typed.
      def problems = @problems || {}
      # Modules of public/js that the page loads.
      def scripts = []
      # Those that run at once, before the page is there: first of all, and as soon as there is data.
      def first_scripts = []
      def early_scripts = []
      # What they start with, as plain data.
      def given = {}
      # What the layout loads.
      def all_scripts = problems.any? ? ["components/first_wrong", *scripts] : scripts
      # Addresses of what those import.
      def imports = ScriptImports.of(all_scripts)
      # Addresses of what they fetch as soon as they run.
      def fetched = []
      def script_words = ScriptWords.of(scripts)
    end
  end
end
