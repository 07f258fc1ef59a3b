# frozen_string_literal: true

module JustSeal
  module Web
    # The form of a case file: from the browser to values for SaveCaseFile, and back.
    class CaseForm
      # +row+: Store::CaseFile, nil for a new one.
      def self.from(row, parent: "")
        return new("parent" => parent) unless row

        values = {
          "code" => row.code,
          "title" => row.title,
          "note" => row.note,
          "parent" => row.parent&.code,
          "class" => row.default_class&.code,
          "edits" => row.edits,
          "particulars" => row.particulars.to_h,
          "parties" => DefaultParties.typed(row.parties.to_a),
          "access" => row.access.to_h
        }
        new(values)
      end

      def initialize(params)
        @params = params
      end

      def [](key) = @params[key].to_s
      def record_class = @record_class ||= Queries::Lookup.record_class(self["class"])
      def particular(name) = hash("particulars")[name]
      def party(key) = hash("parties")[key].to_s
      def limited?(act, list, name) = Array(hash("access").dig(act, list)).include?(name)

      # For SaveCaseFile.
      def given
        {
          "code" => self["code"].strip.upcase,
          "title" => self["title"],
          "note" => self["note"],
          "parent" => self["parent"],
          "class" => self["class"],
          "particulars" => hash("particulars"),
          "parties" => DefaultParties.read(hash("parties")),
          "access" => hash("access")
        }
      end

      private

      def hash(key) = @params[key].is_a?(Hash) ? @params[key] : {}
    end
  end
end
