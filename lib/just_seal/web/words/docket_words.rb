# frozen_string_literal: true

module JustSeal
  module Web
    # What state a docket and its parties are in, in words. Whoever includes it includes Speech.
    module DocketWords
      TONES = {
        "out" => "out",
        "sealed" => "sealed",
        "gathered" => "sealed",
        "refused" => "bad",
        "lapsed" => "bad",
        "withdrawn" => "plain",
        "draft" => "plain"
      }.freeze
      # More people than these are counted.
      MOST_NAMED = 6
      PARTY_TONES = { "done" => "sealed", "refused" => "bad", "waiting" => "plain" }.freeze

      # Where a docket stands, in a sentence without its full stop. +parties+: its Store::Party rows.
      def docket_status(docket, parties)
        case docket.state
        when "draft" then t("docket_status.draft")
        when "out" then waiting_for(docket, parties)
        when "refused" then t("docket_status.refused", name: parties.find { |one| one.state == "refused" }&.name)
        else t("docket_status.#{docket.state}", day: day(docket.ended_at))
        end
      end

      def waiting_for(docket, parties)
        open = parties.select { |party| Core::Dockets::States::MAY_ACT.include?(party.state) }
        return t("docket_status.being_sealed") if open.empty?

        since = open.filter_map(&:invited_at).min
        names = open.size > MOST_NAMED ? counted("person", open.size) : list(open.map(&:name))
        facts = { names: names, until: day(docket.deadline) }
        return t("docket_status.waits", **facts) unless since

        t("docket_status.waits_since", since: day(since), **facts)
      end

      # That it is urgent, and why; nil where it is not.
      def haste(docket) = docket.options.to_h["haste"]&.then { |reason| t("urgent", reason: reason) }

      # The class that colours a docket's state.
      def docket_tone(docket) = late?(docket) ? "late" : TONES.fetch(docket.state)

      def late?(docket)
        docket.state == "out" && docket.deadline - context.now < Core::Dockets::Reminders::LATE_SECONDS
      end

      def party_tone(state) = PARTY_TONES.fetch(state, "out")
    end
  end
end
