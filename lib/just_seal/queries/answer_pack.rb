# frozen_string_literal: true

require "json"

module JustSeal
  module Queries
    # Everything that the answer pack of an inquiry holds, as files: {name => bytes}, but for the report, which has to
    # be sealed.
    class AnswerPack
      # Dockets whose evidence goes in whole; others are named.
      MAX_BUNDLES = 40
      # Numbers of other dockets that are named.
      MAX_NAMED = 200

      attr_reader :notes

      # +blank+: is personal data left out? Then the evidence of dockets, which is full of it, is left out as well.
      # +checkpoint+: Store::Checkpoint.
      def initialize(inquiry, office:, blank:, checkpoint:)
        @inquiry = inquiry
        @office = office
        @blank = blank
        @checkpoint = checkpoint
        @notes = []
      end

      def results
        @results ||= @inquiry.answers_dataset.where(state: "done").all.map do |answer|
          AnswerResult.new(answer, office: @office, blank: @blank)
        end
      end

      def files
        bundles = bundles()
        {
          "answers.json" => JSON.pretty_generate("inquiry" => told, "answers" => results.map(&:to_h)),
          **chain,
          "certificates/root.pem" => @office.roots.map(&:to_pem).join,
          "HOW-TO-CHECK.txt" => Core::Bundle::HowToCheckAnswers.text(
            inquiry: @inquiry.number,
            office: @office.name,
            bundles: bundles.keys,
            samples: samples,
            chain: !@blank,
            words: Words.in_document("how_to_check")
          ),
          **lists,
          **populations,
          **bundles
        }
      end

      # What Core::Pdf::Report prints.
      def report
        {
          "title" => say(:title, number: @inquiry.number),
          "lead" => @inquiry.question,
          "margin" => margin.map { |name, value| [say("margin.#{name}"), value] },
          "sections" => [
            *results.map { |result| result.to_h.merge("title" => "#{result.answer.position}. #{result.title}") },
            { "title" => say(:holds), "notes" => contents }
          ]
        }
      end

      private

      def told
        {
          "number" => @inquiry.number,
          "asked_by" => @inquiry.asked_by,
          "mandate" => @inquiry.mandate,
          "question" => @inquiry.question,
          "scope" => @blank ? @inquiry.asked.except("parties") : @inquiry.asked,
          "blanked" => @blank,
          "notes" => contents
        }
      end

      def say(key, **facts) = I18n.t("questions.pack.#{key}", **facts)

      def margin
        {
          inquiry: @inquiry.number,
          asked_by: @inquiry.asked_by,
          mandate: @inquiry.mandate,
          office: @office.name,
          period: say(:period, from: @inquiry.from_day, until: @inquiry.until_day),
          due: @inquiry.due_on.iso8601,
          worker: @blank ? AnswerResult::BLANK : @inquiry.worker.name,
          answers: results.size.to_s,
          checkpoint: @checkpoint.number.to_s,
          personal: say(@blank ? :blanked : :not_blanked)
        }
      end

      def contents
        holds = [say(:lists), (say(:chain) unless @blank), say(:bundles, count: bundled.size)].compact.join(" ")
        [holds, *(@blank ? [say(:what_was_blanked, blank: AnswerResult::BLANK)] : left_out)]
      end

      def left_out
        rest = concerned - bundled.map(&:number)
        return [] if rest.empty?

        numbers = rest.first(MAX_NAMED).join(", ")
        numbers += say(:and_others) if rest.size > MAX_NAMED
        [say(:left_out, limit: MAX_BUNDLES, numbers: numbers)]
      end

      # Numbers of the dockets that the lists name.
      def concerned
        @concerned ||= results.flat_map(&:lists).flat_map do |list|
          index = list["columns"].index { |column| %w[docket item].include?(column["name"]) }
          index ? list["rows"].map { |row| row[index] } : []
        end.uniq.grep(Core::Dockets::Numbers.form(@office.number_prefix)).sort
      end

      def bundled
        @bundled ||= if @blank
          []
        else
          Store::Docket.where(
            number: concerned,
            state: "sealed"
          ).order(:number).limit(MAX_BUNDLES).all
        end
      end

      def bundles
        bundled.to_h do |docket|
          files = DocketEvidence.new(docket, office: @office, checkpoint: @checkpoint).files
          [
            "evidence/#{docket.number}.asice",
            Core::Bundle::Package.write(
              files,
              signer: @office.keys[:seal],
              timestamp: @office.time_stamps,
              at: @office.now
            )
          ]
        end
      end

      # With blanked names an entry of the chain may say more than the lists.
      def chain
        @blank ? {} : { "inquiry.jsonl" => Store::Ledger.rows(@inquiry.number).map { |text, _| "#{text}\n" }.join }
      end

      def lists
        results.flat_map do |result|
          folder = folder(result)
          result.lists.flat_map do |list|
            [
              ["#{folder}/#{list["name"]}.csv", csv(list)],
              [
                "#{folder}/#{list["name"]}.json",
                JSON.pretty_generate(list.slice("name", "title", "columns", "count", "rows"))
              ]
            ]
          end
        end.to_h
      end

      def csv(list) = CsvText.of(list["columns"].map { |column| column["title"] }, list["rows"])

      def folder(result) = "answers/#{format("%02d", result.answer.position)} #{result.answer.question}"
      def drawn = results.select(&:population)
      def samples = drawn.to_h { |result| ["#{folder(result)}/population.txt", result.params.fetch("seed")] }

      def populations
        drawn.to_h do |result|
          [
            "#{folder(result)}/population.txt",
            result.population.map { |number| "#{number}\n" }.join
          ]
        end
      end
    end
  end
end
