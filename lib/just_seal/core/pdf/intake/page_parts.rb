# frozen_string_literal: true

require "hexapdf"
require "set"

module JustSeal
  module Core
    module Pdf
      module Intake
        # The parts of one page that an inspection asks for. Forms within forms are followed, each once.
        class PageParts
          # The type of the action +object+, nil for anything else.
          def self.action(object)
            object.value[:S] if object.respond_to?(:value) && object.value.is_a?(Hash)
          end

          # ISO 32000-2, 9.9: the descriptor of an embedded font has its program; a Type 3 font is drawn by the document
          # itself.
          def self.embedded?(font)
            return true if font[:Subtype] == :Type3

            descriptor = (font[:Subtype] == :Type0 ? font[:DescendantFonts]&.[](0) : font)&.[](:FontDescriptor)
            !descriptor.nil? && %i[FontFile FontFile2 FontFile3].any? { |key| descriptor.key?(key) }
          end

          def self.name(font) = (font[:BaseFont] || "unnamed").to_s.sub(/\A[A-Z]{6}\+/, "")

          attr_reader :number, :fonts

          # +page+: HexaPDF page; +number+: from 1.
          def initialize(page, number)
            @page = page
            @number = number
            @fonts = []
            @images = false
            @seen = Set.new.compare_by_identity
            resources(page[:Resources] || page.resources)
          end

          def images? = @images
          def annotation_kinds = annotations.map { |annotation| annotation[:Subtype] }

          # Types of the actions of the page and of its annotations.
          def actions
            [
              *own(@page),
              *annotations.flat_map do |annotation|
                [self.class.action(annotation[:A]), *own(annotation)]
              end
            ].compact
          end

          private

          def annotations = @annotations ||= @page[:Annots].to_a.select { |one| one.respond_to?(:key?) }

          def own(object)
            extra = object[:AA] or return []
            extra.value.keys.map { |key| self.class.action(extra[key]) }
          end

          def resources(dictionary)
            return if dictionary.nil? || !@seen.add?(dictionary.value)

            each_of(dictionary[:Font]) { |font| @fonts << font }
            each_of(dictionary[:XObject]) do |object|
              @images ||= object[:Subtype] == :Image
              resources(object[:Resources]) if object[:Subtype] == :Form
            end
          end

          def each_of(dictionary)
            return unless dictionary.respond_to?(:value) && dictionary.value.is_a?(Hash)

            dictionary.value.each_key do |key|
              dictionary[key].then do |object|
                yield object if object.respond_to?(:key?)
              end
            end
          end
        end
      end
    end
  end
end
