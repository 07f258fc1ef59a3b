# frozen_string_literal: true

require "json"

module JustSeal
  module Queries
    # An answer as it was kept, in words, for pages and files; with what a sample's testers found so far, which is
    # worked out anew.
    class AnswerResult
      BLANK = "(blanked)"
      MAIL = /[^\s,;<>]+@[^\s,;<>]+[^\s,;<>.]/
      WORKSHEET = %w[item stratum verdict note tester at].freeze
      WORKSHEET_PERSONAL = %w[note tester].freeze

      attr_reader :answer

      # +blank+: is personal data to be left out? Only the columns that are marked as such hold any.
      def initialize(answer, office: JustSeal.office, blank: false)
        @answer = answer
        @office = office
        @blank = blank
      end

      def title = I18n.t("questions.#{@answer.question}.title")
      def definition = worded["definition"].map { |line| plain(line) }
      def notes = worded["notes"]
      def charts = worded["charts"]
      def population = kept["population"]

      def figures
        worded["figures"].map { |one| one["value"].is_a?(String) ? one.merge("value" => plain(one["value"])) : one }
      end

      def lists = worded["lists"]
      def list(name) = lists.find { |one| one["name"] == name }

      # What was kept of the figure +name+: nil without one, or in an answer from when answers kept words.
      def fact(name) = kept["figures"].find { |one| one["name"] == name }&.fetch("value")

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

      # The items of a sample with what was found; empty for other questions.
      def tested = @tested ||= Store::SampleItem.where(answer_id: @answer.id).order(:position).eager(:tester).all

      private

      def kept = @kept ||= JSON.parse(@office.blobs.get(@answer.result_sha256))

      def worded
        @worded ||= begin
          lists = kept["lists"].map { |one| @blank ? blanked(one) : one }
          words = Words::Answer.of(kept.merge("lists" => lists))
          later = Words::Answer.of(since)
          words.merge("figures" => words["figures"] + later["figures"], "lists" => words["lists"] + later["lists"])
        end
      end

      # What was found since the answer, in the form of an answer.
      def since
        sheet = tested.empty? ? [] : [worksheet]
        {
          "format" => Questions::Question::FORMAT,
          "question" => @answer.question,
          "scope" => {},
          "facts" => {},
          "figures" => conclusion,
          "lists" => sheet.map { |one| @blank ? blanked(one) : one },
          "charts" => [],
          "notes" => []
        }
      end

      def blanked(one)
        personal = one["columns"].each_index.select { |index| one["columns"][index]["personal"] }
        rows = one["rows"].map do |row|
          row.each_with_index.map { |cell, index| blanked_cell(cell, personal: personal.include?(index)) }
        end
        one.merge("rows" => rows)
      end

      # Other columns name addresses as well, such as whose times were measured.
      def blanked_cell(cell, personal:)
        return BLANK if personal && !cell.to_s.empty? && !asked?(cell)
        return cell.transform_values { |fact| blanked_cell(fact, personal: false) } if cell.is_a?(Hash)

        cell.is_a?(String) ? plain(cell) : cell
      end

      # What was asked about is what the answer needs.
      def asked?(cell) = params.key?("person") && cell.to_s.casecmp?(params["person"])

      # Without the mail addresses that a sentence names, where they are to be blanked.
      def plain(line)
        return line unless @blank

        line.gsub(MAIL) { |address| asked?(address) ? address : BLANK }
      end

      def concluded(name, value) = { "name" => name, "value" => value, "list" => "worksheet" }
      def said(name, **facts) = { "said" => name, **facts.transform_keys(&:to_s) }

      # Deviations and limits; nothing while nothing was tested.
      def conclusion
        done = tested.select(&:verdict)
        return [] if done.empty?

        found = done.count { |row| row.verdict == "deviation" }
        figures = [
          concluded("tested", said("tested", done: done.size, size: tested.size)),
          concluded("deviations", found)
        ]
        done.size == tested.size ? figures + limit(found, done.size) : figures
      end

      def limit(found, size)
        limit = Core::Audit::Attributes.upper_limit(
          found: found,
          size: size,
          confidence: params["confidence"].to_f / 100,
          population: population.size
        )
        within = limit * 100 <= params["tolerable"].to_f
        [
          concluded("limit", (limit * 100).ceil(2)),
          concluded("conclusion", said(within ? "within" : "above"))
        ]
      end

      def worksheet
        {
          "name" => "worksheet",
          "count" => tested.size,
          "columns" => WORKSHEET.map { |name| worksheet_column(name) },
          "rows" => tested.map { |row| worksheet_row(row) }
        }
      end

      def worksheet_column(name)
        words = name == "verdict" ? "questions.said" : nil
        { "name" => name, "personal" => WORKSHEET_PERSONAL.include?(name), "words" => words }.compact
      end

      def worksheet_row(row)
        tested_at = row.tested_at&.utc&.strftime("%F %T UTC")
        [row.item, row.stratum, row.verdict, row.note, row.tester&.name, tested_at]
      end
    end
  end
end
