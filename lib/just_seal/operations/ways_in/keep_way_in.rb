# frozen_string_literal: true

module JustSeal
  module Operations
    # Makes and ends ways in.
    class KeepWayIn < Operation
      CHAIN = "ways_in"
      KINDS = %w[folder mailbox].freeze
      MAX_NAME = 60

      # +given+: {"kind", "name", "place", "senders", "pattern" => text, "values" => {particular => text}};
      # +record_class+, +case_file+: rows or nil. Returns the Store::WayIn. Raises Errors::Invalid by key.
      def call(actor, given:, record_class:, case_file:)
        allow!(actor, :define_classes)
        said = given.transform_values { |value| value.is_a?(Hash) ? value : value.to_s.strip }
        refuse(said, record_class, case_file)
        allow_case_file!(actor, case_file, :change)
        transaction { keep(actor, said, record_class, case_file) }
      rescue Sequel::UniqueConstraintViolation
        raise Errors::Invalid, { "name" => :name_of_other_way }
      end

      def end(actor, id:)
        allow!(actor, :define_classes)
        transaction do
          row = Store::WayIn.live.where(id: id).for_update.first or raise Errors::Missing, :no_such_way
          row.update(ended_at: now)
          record_event_on(CHAIN, "way_in.ended", actor, "name" => row.name)
          row
        end
      end

      private

      def refuse(said, record_class, case_file)
        problems = {
          "kind" => (:choose_one unless KINDS.include?(said["kind"])),
          "name" => (:name_of_way unless Core::Filing::SafeName.line(said["name"]).length.between?(1, MAX_NAME)),
          "class" => (:choose_class unless record_class),
          "case_file" => (:choose_case_file unless case_file),
          **(said["kind"] == "folder" ? of_folder(said) : of_mailbox(said)),
          **(record_class ? of_values(said, record_class) : {})
        }.compact
        raise Errors::Invalid, problems if problems.any?
      end

      def of_folder(said)
        return { "place" => :no_folders_here } unless office.settings.ways_in

        { "place" => (:name_of_folder unless said["place"].match?(Ports::WatchedFolder::FORM)) }
      end

      def of_mailbox(said)
        {
          "place" => (:address_of_mailbox unless mailbox?(said["place"])),
          "senders" => (:senders_of_way if Store::WayIn.new(senders: said["senders"].to_s).allowed.empty?)
        }
      end

      def mailbox?(text)
        uri = URI(text)
        %w[imap imaps].include?(uri.scheme) && [uri.host, uri.user, uri.password].all?
      rescue URI::InvalidURIError
        false
      end

      def of_values(said, record_class)
        items = record_class.particulars.to_a.to_h { |item| [item["name"], item] }
        pattern = Core::Filing::NamePattern.problem(said["pattern"], ["title", *items.keys])
        odd = said["values"].to_h.keys.find { |name| !items.key?(name) }
        {
          "pattern" => pattern,
          "values" => (Core::Problem.new(:no_particular, name: odd) if odd)
        }
      end

      # The address of a mailbox has a password in it.
      def columns(said)
        place = said["kind"] == "folder" ? said["place"] : office.secret_box.close(said["place"])
        {
          kind: said["kind"],
          name: Core::Filing::SafeName.line(said["name"]),
          place: place,
          senders: said["senders"].to_s,
          pattern: said["pattern"].to_s,
          particulars: Sequel.pg_jsonb(said["values"].to_h.reject { |_, text| text.to_s.strip.empty? })
        }
      end

      def keep(actor, said, record_class, case_file)
        row = Store::WayIn.create(
          record_class_id: record_class.id,
          case_file_id: case_file.id,
          account_id: actor.id,
          made_at: now,
          **columns(said)
        )
        facts = { "name" => row.name, "kind" => row.kind, "class" => record_class.code, "case_file" => case_file.code }
        record_event_on(CHAIN, "way_in.made", actor, facts)
        row
      end
    end
  end
end
