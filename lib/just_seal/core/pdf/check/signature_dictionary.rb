# frozen_string_literal: true

module JustSeal
  module Core
    module Pdf
      class Check
        # What a signature dictionary says of itself (ISO 32000-2, 12.8.1), judged by nobody.
        class SignatureDictionary
          LEVEL = /, level ([1-4])\z/
          ARCHIVE = :"ETSI.RFC3161"

          attr_reader :entries

          # +entries+: HexaPDF dictionary; anything may be in it.
          def initialize(entries) = @entries = entries

          def kind = entries[:SubFilter]
          def contents = entries[:Contents]
          def archive? = kind == ARCHIVE
          def certification? = !permits.nil?
          def reason = text(entries[:Reason])
          def name = text(entries[:Name])
          def level = entries[:Reason].to_s[LEVEL, 1]&.to_i
          def claimed_time = entries[:M].then { |time| time if time.is_a?(Time) }

          # The /ByteRange as an Array of anything, or whatever it is.
          def byte_range = entries[:ByteRange].then { |range| range.respond_to?(:to_a) ? range.to_a : range }

          # Does it say that this application made it?
          def made_here?
            build = entries[:Prop_Build]
            build.respond_to?(:key?) && build[:App]&.[](:Name) == Signing::PRODUCER[:App][:Name]
          end

          # Does it lock the field +name+ (FieldMDP; 12.8.2.4)?
          def locks?(name)
            transforms(:FieldMDP).any? do |params|
              fields = params[:Fields].to_a
              { All: true, Include: fields.include?(name), Exclude: !fields.include?(name) }.fetch(
                params[:Action],
                true
              )
            end
          end

          # What a certification allows (DocMDP; 12.8.2.2): 1 nothing, 2 filling in and signing, 3 notes as well. nil
          # for what is no certification.
          def permits = transforms(:DocMDP).first&.then { |params| params[:P] || 2 }

          def ==(other) = entries == (other.is_a?(SignatureDictionary) ? other.entries : other)

          private

          def text(value) = value && String.new(value.to_s)

          # The parameters of each transform method +name+; an Array of dictionaries.
          def transforms(name)
            entries[:Reference].to_a.select do |reference|
              reference[:TransformMethod] == name
            end.map { |reference| reference[:TransformParams] || {} }
          end
        end
      end
    end
  end
end
