# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Dockets
        # Dockets by state, newest first, narrowed by words, class and sender.
        class List < Page
          STATES = %w[draft out late sealed refused withdrawn lapsed].freeze

          attr_reader :found, :given

          # +found+: Queries::Page of rows; +given+: {"state", "find", "class", "waits", "mine" => text}; +counts+:
          # {state => number}; +classes+: Store::RecordClass rows.
          def initialize(context, found, given:, counts:, classes:)
            super(context)
            @found = found
            @given = given
            @counts = counts
            @classes = classes
          end

          def place = :dockets
          def title = t("places.dockets")
          def state = given["state"]
          def heading = t(STATES.include?(state) ? ".headings.#{state}" : ".headings.all")
          def all = number(@counts.except("late").values.sum)

          # [[state, words, number, address, indented], ...]
          def states
            STATES.map do |key|
              words = key == "late" ? t(".late") : t("docket_states.#{key}")
              [key, words, number(@counts.fetch(key, 0)), state_path(key), key == "late"]
            end
          end

          def state_path(key) = dockets_path(**query(given.except("state").merge({ "state" => key }.compact)))
          def older_path = dockets_path(**query(given), after: found.next_key)
          def class_options = [["", t(".every_class")], *@classes.map { |one| [one.code, one.title] }]
          def nothing = given.except("state").empty? ? t(".nothing_in_state") : t(".nothing_found")

          def wait_options
            %w[anybody me others nobody].map { |key| [key == "anybody" ? "" : key, t(".waits_for.#{key}")] }
          end

          def mine? = !given["mine"].nil?

          private

          def query(values) = values.transform_keys(&:to_sym)
        end
      end
    end
  end
end
