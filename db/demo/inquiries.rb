# frozen_string_literal: true

require "date"

module JustSeal
  module Demo
    # What auditors have asked the office so far, and the questions that stand.
    module Inquiries
      # asked by, mandate, question, days back that the scope begins, days until due, who works on it, classes
      AUDIT = [
        "Coast Audit Authority",
        "Ports Act, section 12: yearly audit of concessions",
        "Were leases and licences of the past two months signed by people who had proved who they are as the " \
        "rules demand, and how long did it take?",
        60,
        9,
        :maren,
        []
      ].freeze
      TRIBUNAL = [
        "Tribunal of the Inner Coast",
        "Order 114, to produce evidence",
        "Is the berth licence of MV Whimbrel the one that was sealed, and who signed it?",
        60,
        2,
        :rosalind,
        ["MB"]
      ].freeze
      SAMPLE = {
        "kind" => "simple",
        "of" => "all",
        "confidence" => "90",
        "tolerable" => "40",
        "expected" => "0",
        "seed" => "spring-tide"
      }.freeze
      NOTE = "The consent was given an hour before the document could be read."
      WATCHES = [
        ["missing_pieces", "Everything has its place and its certificate", 365],
        ["below_floor", "No act under the level that is demanded", 90]
      ].freeze

      # +actor+: callable, key of a person => Core::Actor; +numbers+: {key of a record => docket number}; +today+: Date;
      # +drain+: callable that does the waiting jobs.
      def self.tell(actor, account, numbers, today, drain)
        new = lambda do |(who, mandate, question, days, due, worker, classes)|
          asked = {
            "asked_by" => who,
            "mandate" => mandate,
            "question" => question,
            "from" => (today - days).iso8601,
            "until" => today.iso8601,
            "due_on" => (today + due).iso8601,
            "worker_id" => account.call(worker).id,
            "classes" => classes
          }
          Operations::SaveInquiry.new.open(actor.call(worker), asked)
        end
        ask = lambda do |inquiry, by, question, given = {}|
          given = { number: inquiry.number, question: question, given: given }
          Operations::AskQuestion.call(actor.call(by), **given).tap { drain.call }
        end
        audit = new.call(AUDIT)
        %w[below_floor late_and_stuck missing_pieces].each { |question| ask.call(audit, :maren, question) }
        sample = ask.call(audit, :maren, "sample", SAMPLE)
        sample.items.each do |item|
          Operations::TestSample.call(
            actor.call(:maren),
            number: audit.number,
            position: sample.position,
            item: item.position,
            verdict: item.position == 2 ? "deviation" : "pass",
            note: item.position == 2 ? NOTE : ""
          )
        end
        tribunal = new.call(TRIBUNAL)
        ask.call(tribunal, :rosalind, "this_document", { "document" => numbers.fetch(:whimbrel) })
        ask.call(tribunal, :rosalind, "still_provable")
        Operations::CloseInquiry.new.ask(actor.call(:rosalind), number: tribunal.number)
        drain.call
        WATCHES.each do |question, title, days|
          Operations::KeepStandingQuestion.new.begin(
            actor.call(:edda),
            { "question" => question, "title" => title, "days" => days.to_s }
          )
        end
        drain.call
      end
    end
  end
end
