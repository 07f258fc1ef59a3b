# frozen_string_literal: true

module JustSeal
  module Web
    # A document read in place: its pages, their strip, zoom, search, and who stands behind the marks on it. What it is
    # and where its bytes come from is said by whoever includes it, in Pages of their own.
    class ReadingPage < Page
      # +facts+: [[term, what], ...] of the margin; +file+, +marks+, +download+: addresses, the last may be nil.
      Paper = Struct.new(:title, :number, :pages, :facts, :file, :marks, :download, keyword_init: true)
      # What else can be read instead, or beside it. +beside+: address of both, nil where that makes no sense.
      Other = Struct.new(:words, :time, :path, :beside, :current, keyword_init: true)

      def self.template = "reading/show"
      def self.words_scope = "reading.show"

      def scripts = %w[pages/reading components/dialogs]
      def title = t("reading.show.window", title: paper.title, number: paper.number)
      def first_scripts = %w[lib/pdf_worker]
      def early_scripts = %w[components/pdf_early]
      def fetched = [paper, beside].compact.map(&:file)
      def others = []
      # Paper that is read beside it, to be compared; nil for none.
      def beside = nil
      # Address of what stands without that other.
      def alone = nil

      def given
        {
          title: paper.title,
          file: paper.file,
          marks: (paper.marks unless beside),
          beside: beside && { title: beside.title, file: beside.file }
        }
      end
    end
  end
end
