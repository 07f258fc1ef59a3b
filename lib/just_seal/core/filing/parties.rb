# frozen_string_literal: true

module JustSeal
  module Core
    module Filing
      # Default parties of a class or a case file: who usually acts on its records. A list of {"turn" =>, "act" =>,
      # "source" =>, "ref" =>}; the source is
      # "particular" (ref: the name of a particular from the contacts), "contact" (ref: its id) or "staff" (ref: id of
      # the account).
      module Parties
        SOURCES = %w[particular contact staff].freeze
        MAX = 20

        module_function

        # {"parties.INDEX" => sentence}; +items+: the class's particulars, nil where there is no class to look at.
        def problems(parties, items)
          parties.each_with_index.with_object({}) do |(party, index), found|
            problem = problem(party, items)
            found["parties.#{index}"] = problem if problem
          end
        end

        def problem(party, items)
          return :party_without_source unless SOURCES.include?(party["source"])
          return Problem.new(:turn_out_of_range, limit: MAX) unless (1..MAX).cover?(party["turn"])
          return :person_unknown if party["ref"].to_s.empty?
          return if party["source"] != "particular" || items.nil?

          item = items.find { |one| one["name"] == party["ref"] }
          return Problem.new(:no_particular, name: party["ref"]) unless item

          Problem.new(:particular_no_person, name: party["ref"]) unless Types.of(item).contact?
        end

        # Seats for a draft, lettered in order of turns: [{letter:, turn:, act:, kind:, account_id:, name:, email:,
        # organisation:}, ...].
        # +values+: the record's particulars; +contact+, +account+: callables, id to {"name", "email", "organisation",
        # "id"} or nil.
        # A party whose source is empty is left out.
        def seats(parties, values, contact:, account:)
          known = parties.sort_by { |party| party["turn"] }.filter_map do |party|
            person = person(party, values, contact, account) or next
            { turn: party["turn"], act: party.fetch("act", "sign"), **person }
          end
          known.each_with_index.map { |seat, index| { letter: Dockets::Letters::ALL.fetch(index), **seat } }
        end

        def person(party, values, contact, account)
          staff = party["source"] == "staff"
          found = {
            "particular" => -> { values[party["ref"]] },
            "contact" => lambda {
              contact.call(party["ref"])
            },
            "staff" => lambda {
              account.call(party["ref"])
            }
          }
            .fetch(party["source"]).call
          return unless found.is_a?(Hash)

          {
            kind: staff ? "staff" : "outside",
            account_id: (found["id"] if staff),
            name: found["name"].to_s,
            email: found["email"].to_s,
            organisation: found["organisation"].to_s
          }
        end
      end
    end
  end
end
