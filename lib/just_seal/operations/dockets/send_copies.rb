# frozen_string_literal: true

module JustSeal
  module Operations
    # Sends the copies of a sealed docket once more, by a link that ends: to parties, who had them before, and to others
    # whom whoever sends them names, with a reason.
    class SendCopies < Operation
      DAYS = Core::Dockets::Copies::LINK_DAYS
      MAX_PEOPLE = 50
      MAX_REASON = 500

      # +letters+: of parties; +lines+: text, "Name <address>" or an address in each line; +reason+: why they get them;
      # +days+: one of DAYS, for which the link is good. Returns how many get them. Raises Errors::Invalid keyed
      # "lines", "reason" or "days", Errors::Conflict for a docket that is not sealed.
      def call(actor, number:, letters: [], lines: "", reason: "", days: Core::Dockets::Copies::USUAL_LINK_DAYS)
        reason = Core::Filing::SafeName.line(reason)
        transaction do
          docket = Store::Docket.locked(number)
          allow_docket!(actor, docket, :send)
          raise Errors::Conflict.new(:not_sealed, number: number) unless docket.state == "sealed"

          people = people(docket, letters, lines, reason, days)
          copies = SealedCopies.call(docket, versions(docket))
          ends_at = now + (days * 86_400)
          people.each { |person| send_to(actor, docket, person, copies, "until" => ends_at, "reason" => reason) }
          people.size
        end
      end

      private

      def people(docket, letters, lines, reason, days)
        others, wrong = others(lines)
        parties = docket.parties.select { |party| letters.include?(party.letter) && party.reachable? }
        found = (parties.map { |party| Messages::Onlooker.once_a(party) } + others).uniq(&:key)
        refuse(found, wrong, others, reason, days)
        found
      end

      def others(lines)
        read = lines.to_s.split(/[\n;]/).map(&:strip).reject(&:empty?).map do |line|
          Core::Dockets::Options.person(line, [])
        end
        good, wrong = read.partition { |one| Core::Dockets::Address.valid?(one["email"]) }
        [
          good.map { |one| Messages::Onlooker.new(name: one["name"], email: one["email"]) },
          wrong.map do |one|
            one["email"]
          end
        ]
      end

      def refuse(found, wrong, others, reason, days)
        problems = {}
        problems["lines"] = :nobody_named if found.empty? && wrong.empty?
        problems["lines"] = Core::Problem.new(:too_many_told, limit: MAX_PEOPLE) if found.size > MAX_PEOPLE
        problems["lines"] = Core::Problem.new(:not_addresses, addresses: wrong) if wrong.any?
        problems["reason"] = :reason_missing if others.any? && reason.empty?
        problems["reason"] = Core::Problem.new(:reason_too_long, limit: MAX_REASON) if reason.length > MAX_REASON
        problems["days"] = :days_of_link unless DAYS.include?(days)
        raise Errors::Invalid, problems if problems.any?
      end

      # The newest state of each: proofs may have been renewed since.
      def versions(docket)
        kept = Store::Version.where(docket_number: docket.number, kind: %w[sealed certificate renewed]).order(:id).all
        renewed = kept.filter_map(&:renews)
        kept.reject { |version| renewed.include?(version.id) }
      end

      # +about+: until when the link is good (Time), and why they get them.
      def send_to(actor, docket, person, copies, about)
        facts = {
          "to" => person.place(person.channels.first),
          "until" => Core::Ledger::Entry.time(about["until"]),
          "sha256" => copies.map { |copy| copy["sha256"] },
          "reason" => about["reason"]
        }
        record_event(docket, "docket.copies_sent", actor, facts.reject { |_, value| value == "" })
        told = { "copies" => copies, "until" => about["until"].utc.iso8601, "reason" => about["reason"] }
        told.update("from" => actor.name, "password" => docket.options.key?("password"))
        Messages.post(docket, :copies, to: person, at: now, about: told)
      end
    end
  end
end
