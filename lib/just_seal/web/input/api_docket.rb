# frozen_string_literal: true

require "time"

module JustSeal
  module Web
    # What a program says of a docket that it prepares or changes: from JSON to arguments of ChangeDraft.
    class ApiDocket
      TEXTS = %w[name email organisation job_title telephone note].freeze

      # What +body+ answers to the questions of a docket template; see Queries::OpeningQuestions.
      def self.answers(body)
        texts = ->(value) { value.is_a?(Hash) ? value.transform_values(&:to_s) : {} }
        people = body["people"].is_a?(Hash) ? body["people"] : {}
        record = body["record"] ? { "records" => { "1" => body["record"].to_s } } : {}
        {
          **record,
          "case_file" => body["case_file"].to_s,
          "titles" => body["title"] ? { "1" => body["title"].to_s } : {},
          "particulars" => { "1" => texts.call(body["particulars"]) },
          "people" => people.transform_values(&texts),
          "ask" => texts.call(body["ask"])
        }
      end

      # +body+: parsed JSON.
      def initialize(body, office)
        @body = body
        @office = office
      end

      # Raises Errors::Invalid keyed by places such as "parties.0.act".
      def values
        {
          wording: {
            title: text(@body["title"]),
            subject: text(@body["subject"]),
            message: text(@body["message"]),
            deadline: deadline,
            deadline_days: (@body["deadline_days"] if @body["deadline_days"].is_a?(Integer)),
            options: options
          },
          parties: @body["parties"] && list("parties").each_with_index.map { |one, index| party(one, index) },
          fields: @body["fields"] && list("fields")
        }
      end

      # Time, nil where none is said; a day means its close of business. Raises Errors::Invalid.
      def deadline
        given = @body["deadline"] or return
        return Time.iso8601(given).utc if given.to_s.include?("T")

        Operations::EditDocket.closing(Date.iso8601(given.to_s), @office)
      rescue ArgumentError # of which Date::Error is one
        refuse("deadline", :not_a_date_here)
      end

      private

      def text(value) = value.is_a?(String) ? value.scrub("").gsub("\r\n", "\n") : nil
      def refuse(place, problem) = raise(Errors::Invalid, { place => problem })

      def list(name)
        given = @body[name]
        given.is_a?(Array) && given.all?(Hash) ? given : refuse(name, :not_a_list_of_objects)
      end

      def options
        given = @body["options"]
        if given.is_a?(Hash)
          given.transform_values { |value| value == true ? "1" : value.to_s }
        else
          {}
        end
      end

      def party(given, index)
        common = {
          letter: one_of(given, "letter", Core::Dockets::Letters::ALL, index) || Core::Dockets::Letters::ALL[index],
          act: one_of(given, "act", Core::Dockets::Readiness::ACTS, index) || "sign",
          turn: turn(given["turn"], index),
          role_title: text(given["role_title"]).to_s,
          note: text(given["note"]).to_s,
          may_pass_on: given["may_pass_on"] == true,
          least_level: one_of(given, "least_level", (1..4).to_a, index),
          group_id: nil
        }
        kind = one_of(given, "kind", %w[outside staff], index)
        common.merge(kind == "staff" ? staff(given, index) : outside(given))
      end

      # What is given as +name+, one of +known+; nil where nothing is. Raises Errors::Invalid.
      def one_of(given, name, known, index)
        value = given[name]
        return value if value.nil? || known.include?(value)

        refuse("parties.#{index}.#{name}", :not_known_here)
      end

      def turn(given, index)
        return index + 1 if given.nil?

        fine = given.is_a?(Integer) && given.between?(1, Core::Dockets::Letters::MAX)
        refuse("parties.#{index}.turn", :not_known_here) unless fine
        given
      end

      def outside(given)
        texts = TEXTS.to_h { |name| [name.to_sym, text(given[name]).to_s.strip] }
        language = given["language"] if Words::Languages.known?(given["language"].to_s)
        more = { kind: "outside", account_id: nil, language: language, phrase: text(given["phrase"]).to_s }
        { **texts, **more, also_text: (true if given["also_text"] == true) }
      end

      # Somebody of the staff, by their address.
      def staff(given, index)
        Queries::Lookup.member_by_address(given["email"].to_s)&.seat || refuse(
          "parties.#{index}.email",
          :member_missing
        )
      end
    end
  end
end
