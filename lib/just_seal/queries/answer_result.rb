# frozen_string_literal: true

require "json"

module JustSeal
  module Queries
    # An answer as it was kept, for pages and files; with what a sample's testers found so far, which is worked out
    # anew.
    class AnswerResult
      BLANK = "(blanked)"
      MAIL = /[^\s,;<>]+@[^\s,;<>]+[^\s,;<>.]/
      WORKSHEET = [
        ["item", "Item", "The docket that was tested"],
        ["stratum", "Stratum", "Record class"],
        [
          "verdict",
          "Verdict",
          "Pass or deviation"
        ],
        ["note", "Note", "What the tester wrote"],
        ["tester", "Tested by", "Person"],
        ["at", "Tested", "UTC"]
      ].freeze

      attr_reader :answer

      # +blank+: is personal data to be left out? Only the columns that are marked as such hold any.
      def initialize(answer, office: JustSeal.office, blank: false)
        @answer = answer
        @office = office
        @blank = blank
      end

      def title = Questions::ALL.fetch(@answer.question).title
      def kept = @kept ||= JSON.parse(@office.blobs.get(@answer.result_sha256))
      def definition = kept["definition"].map { |line| plain(line) }
      def notes = kept["notes"]
      def charts = kept["charts"]

      def figures
        kept["figures"].map do |one|
          one.merge("value" => one["value"].is_a?(String) ? plain(one["value"]) : one["value"])
        end + conclusion
      end

      def lists = @lists ||= (kept["lists"].map { |one| @blank ? blanked(one) : one } + worksheet)
      def list(name) = lists.find { |one| one["name"] == name }

      # The value of a figure, nil without one.
      def figure(name) = figures.find { |one| one["name"] == name }&.fetch("value")

      # As it goes into files: what was kept, and what follows from it.
      def to_h
        {
          "answer" => @answer.position,
          "question" => @answer.question,
          "title" => title,
          "params" => params,
          "asked_at" => @answer.asked_at.utc.iso8601,
          "answered_at" => @answer.answered_at.utc.iso8601,
          "sha256_as_answered" => @answer.result_sha256,
          "definition" => definition,
          "figures" => figures,
          "charts" => charts,
          "notes" => notes,
          "lists" => lists
        }
      end

      def params = @answer.params.to_h

      # Deviations and limits, nil while nothing was tested.
      def tested = @tested ||= Store::SampleItem.where(answer_id: @answer.id).order(:position).eager(:tester).all

      private

      def blanked(one)
        personal = one["columns"].each_index.select { |index| one["columns"][index]["personal"] }
        one.merge(
          "rows" => one["rows"].map do |row|
            row.each_with_index.map do |cell, index|
              personal.include?(index) && !cell.to_s.empty? && !asked?(cell) ? BLANK : without_address(cell)
            end
          end
        )
      end

      # Other columns name addresses as well, such as whose times were measured.
      def without_address(cell) = cell.is_a?(String) ? plain(cell) : cell

      # What was asked about is what the answer needs.
      def asked?(cell) = params.key?("person") && cell.to_s.casecmp?(params["person"])

      # Without the mail addresses that a sentence names, where they are to be blanked.
      def plain(line)
        if @blank
          line.gsub(MAIL) { |address| asked?(address) ? address : BLANK }
        else
          line
        end
      end

      def concluded(name, value) = { "name" => name, "value" => value, "list" => "worksheet" }

      def conclusion
        done = tested.select(&:verdict)
        return [] if done.empty?

        found = done.count { |row| row.verdict == "deviation" }
        figures = [concluded("Tested", "#{done.size} of #{tested.size}"), concluded("Deviations found", found)]
        return figures unless done.size == tested.size

        confidence = @answer.params["confidence"].to_f / 100
        population = kept["figures"].find { |one| one["name"] == "Population" }["value"]
        limit = Core::Audit::Attributes.upper_limit(
          found: found,
          size: done.size,
          confidence: confidence,
          population: population
        )
        figures + [
          concluded("Upper limit of the rate of deviation, percent", (limit * 100).ceil(2)),
          concluded(
            "Conclusion",
            limit * 100 <= @answer.params["tolerable"].to_f ? "The limit lies within the tolerable rate." : "The " \
              "limit lies above the tolerable rate: the sample does not support it."
          )
        ]
      end

      def worksheet
        return [] if tested.empty?

        columns = WORKSHEET.map do |name, head, means|
          { "name" => name, "title" => head, "means" => means, "personal" => %w[tester note].include?(name) }
        end
        one = {
          "name" => "worksheet",
          "title" => "Worksheet",
          "columns" => columns,
          "count" => tested.size,
          "rows" => tested.map do |row|
            [
              row.item,
              row.stratum,
              row.verdict,
              row.note,
              row.tester&.name,
              row.tested_at&.utc&.strftime("%F %T UTC")
            ]
          end
        }
        [@blank ? blanked(one) : one]
      end
    end
  end
end
