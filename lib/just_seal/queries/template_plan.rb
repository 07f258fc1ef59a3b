# frozen_string_literal: true

module JustSeal
  module Queries
    # What a docket template makes of a draft: its parties, its fields and its wording, before anything is changed.
    class TemplatePlan
      # +role+: of the definition; +seat+: values of the party; +found+: is somebody known for it?
      Seat = Struct.new(:role, :seat, :found, keyword_init: true)
      EMPTY = { kind: "outside", account_id: nil, name: "", email: "", organisation: "", job_title: "" }.freeze
      WORDING = %w[subject message deadline_days remind_after_days remind_every_days remind_before_days].freeze

      attr_reader :definition

      def initialize(docket, definition, office: JustSeal.office)
        @docket = docket
        @definition = definition
        @office = office
      end

      def document = @document ||= @docket.to_sign.first

      # [Seat, ...]
      def seats
        @seats ||= @definition["roles"].map do |role|
          seat = person(role)
          Seat.new(
            role: role,
            seat: (seat || EMPTY).merge(
              letter: role["letter"],
              turn: role["turn"],
              act: role["act"],
              note: role["note"].to_s,
              may_pass_on: role["may_pass_on"]
            ),
            found: !seat.nil?
          )
        end
      end

      # [[field of the definition, page, x, y, missed], ...]; missed: the words that are not there, nil where all is
      # well.
      def fields
        @fields ||= @definition["fields"].filter_map do |field|
          place = field["anchor"] && Core::Fields::Anchors.find(words, field["anchor"], field["page"])
          page, x, y = place || [[field["page"], pages].min, field["x"], field["y"]]
          [field, page, x.round(2), y.round(2), (field["anchor"]["text"] if field["anchor"] && place.nil?)]
        end
      end

      def missed = fields.count(&:last)

      # {column => value} of the docket's wording and time.
      def wording
        WORDING.to_h do |name|
          [name.to_sym, @definition[name]]
        end.merge(subject: @definition["subject"].to_s, message: @definition["message"].to_s)
      end

      # Names of particulars that its roles speak of and the record's class does not have.
      def unfit
        names = document.record.record_class.definition(document.record.class_version).fetch(
          "particulars",
          []
        ).select do |item|
          item["type"] == "contact"
        end.map do |item|
          item["name"]
        end
        @definition["roles"].select { |role| role["source"] == "particular" }.map { |role| role["ref"] } - names
      end

      private

      def pages = document.version.page_count

      def words
        @words ||= @office.text.words(@office.blobs.get(document.version.sha256)).each_with_index.to_h do |words, index|
          [index + 1, words]
        end
      end

      # The values of whoever stands for +role+ here; somebody who was typed already keeps a place that is open.
      def person(role)
        case role["source"]
        when "particular" then contact(document.record.particulars[role["ref"]])
        when "staff" then Store::Account.live.first(email: role["ref"])&.seat
        when "sender" then @docket.owner.seat
        when "group" then Store::Group.first(Sequel.function(:lower, :name) => role["ref"].downcase)&.then do |group|
          { **EMPTY, kind: "group", group_id: group.id, name: group.name }
        end
        else typed(role["letter"])
        end
      end

      def contact(value)
        return unless value.is_a?(Hash)

        Store::Contact.live.first(id: value["id"])&.seat || EMPTY.merge(
          name: value["name"].to_s,
          email: value["email"].to_s,
          organisation: value["organisation"].to_s
        )
      end

      def typed(letter)
        party = @docket.parties.find { |one| one.letter == letter && one.kind == "outside" && !one.name.empty? }
        party&.values&.slice(:kind, :account_id, :name, :email, :organisation, :job_title)
      end
    end
  end
end
