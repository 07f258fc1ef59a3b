# frozen_string_literal: true

module JustSeal
  module Queries
    # What a docket template makes of a draft: its parties, its fields and its wording, before anything is changed.
    class TemplatePlan
      # +role+: of the definition; +seat+: values of the party; +found+: is somebody known for it?
      Seat = Struct.new(:role, :seat, :found, keyword_init: true)
      # +document+: Store::DocketDocument; +field+: of the definition; +page+, +x+, +y+: where it goes; +key+; +missed+:
      # the words that it stands beside and that are not there, nil where all is well.
      Placed = Struct.new(:document, :field, :page, :x, :y, :key, :missed, keyword_init: true)
      EMPTY = { kind: "outside", account_id: nil, name: "", email: "", organisation: "", job_title: "" }.freeze
      WORDING = %w[subject message deadline_days remind_after_days remind_every_days remind_before_days].freeze

      attr_reader :definition

      # +people+: {letter of a role => values of whoever stands for it} of those that were named for this use.
      def initialize(docket, definition, people: {}, office: JustSeal.office)
        @docket = docket
        @definition = definition
        @people = people
        @office = office
      end

      # {number of a document of the template => Store::DocketDocument that is signed in its place}
      def documents
        @documents ||= begin
          numbers = @definition["documents"].each_index.select do |index|
            @definition["documents"][index]["role"] == "sign"
          end
          numbers.map { |index| index + 1 }.zip(@docket.to_sign).to_h.compact
        end
      end

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
              role_title: role["title"],
              may_pass_on: role["may_pass_on"],
              also_text: role["also_text"]
            ),
            found: !seat.nil?
          )
        end
      end

      # [Placed, ...]
      def fields
        @fields ||= @definition["fields"].flat_map do |field|
          document = documents[field["document"]]
          document ? placed(document, field) : []
        end
      end

      def missed = fields.count(&:missed)
      # How many fields belong to a document that the docket does not have.
      def homeless = @definition["fields"].count { |field| !documents.key?(field["document"]) }

      # {column => value} of the docket's wording and time.
      def wording
        WORDING.to_h do |name|
          [name.to_sym, @definition[name]]
        end.merge(subject: @definition["subject"].to_s, message: @definition["message"].to_s)
      end

      # Names of particulars that its roles speak of and the record's class does not have.
      def unfit
        record = first.record
        items = record.record_class.definition(record.class_version).fetch("particulars", [])
        names = items.select { |item| item["type"] == "contact" }.map { |item| item["name"] }
        @definition["roles"].select { |role| role["source"] == "particular" }.map { |role| role["ref"] } - names
      end

      private

      def first = @docket.to_sign.first

      def placed(document, field)
        return repeated(document, field) if field["pages"]

        place = field["anchor"] && Core::Fields::Anchors.find(words(document), field["anchor"], field["page"])
        page, x, y = place || [[field["page"], document.version.page_count].min, field["x"], field["y"]]
        missed = (field["anchor"]["text"] if field["anchor"] && place.nil?)
        one = { document: document, field: field, page: page, x: x.round(2), y: y.round(2), key: field["key"].to_s }
        [Placed.new(**one, missed: missed)]
      end

      # The same on each page of a range; their names count on.
      def repeated(document, field)
        pages = Core::Documents::PageRanges.pages(field["pages"], document.version.page_count)
        pages.each.with_index(1).map do |page, number|
          key = field["key"].to_s
          key = "#{key[0, 36]}_#{number}" unless key.empty? || number == 1
          Placed.new(document: document, field: field, page: page, x: field["x"], y: field["y"], key: key)
        end
      end

      def words(document)
        @words ||= {}
        @words[document.id] ||= begin
          pages = @office.text.words(@office.blobs.get(document.version.sha256))
          pages.each_with_index.to_h { |words, index| [index + 1, words] }
        end
      end

      # The values of whoever stands for +role+ here; somebody who was typed already keeps a place that is open.
      def person(role)
        given = @people.fetch(role["letter"], {})
        known = known(role)
        known || given.any? ? { **(known || EMPTY), **given } : nil
      end

      def known(role)
        case role["source"]
        when "particular" then contact(first.record.particulars[role["ref"]])
        when "staff" then Store::Account.live.first(email: role["ref"])&.seat
        when "sender" then @docket.owner.seat
        when "group" then group(role["ref"])
        else typed(role["letter"])
        end
      end

      def group(name)
        row = Store::Group.first(Sequel.function(:lower, :name) => name.downcase) or return
        { **EMPTY, kind: "group", group_id: row.id, name: row.name }
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
