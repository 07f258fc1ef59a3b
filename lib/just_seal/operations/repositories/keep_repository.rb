# frozen_string_literal: true

module JustSeal
  module Operations
    # Connects a repository, and ends a connection.
    class KeepRepository < Operation
      CHAIN = "repositories"
      MAX_NAME = 60
      PROPERTY = /\A[\w.-]{1,60}(:[\w.-]{1,100})?\z/

      # +given+: {"name", "url", "user_name", "password", "state_property", "link" => text, "mapping" => {particular =>
      # property}}; +checks_out+; +record_class+, +case_file+: rows or nil. Returns the Store::Repository. Raises
      # Errors::Invalid by key, also for one that does not answer as it should.
      def call(actor, given:, checks_out:, record_class:, case_file:)
        allow!(actor, :define_classes)
        said = given.transform_values { |value| value.is_a?(Hash) ? value : value.to_s.strip }
        refuse(said, record_class, case_file)
        allow_case_file!(actor, case_file, :change)
        ask(said)
        values = { record_class_id: record_class.id, case_file_id: case_file.id, checks_out: checks_out }
        transaction { keep(actor, said, values) }
      rescue Sequel::UniqueConstraintViolation
        raise Errors::Invalid, { "name" => :name_of_other_repository }
      end

      def end(actor, id:)
        allow!(actor, :define_classes)
        transaction do
          row = Store::Repository.live.where(id: id).for_update.first or raise Errors::Missing, :no_such_repository
          row.update(ended_at: now)
          record_event_on(CHAIN, "repository.ended", actor, "name" => row.name)
          row
        end
      end

      private

      def refuse(said, record_class, case_file)
        problems = {
          "name" => (:name_of_way unless Core::Filing::SafeName.line(said["name"]).length.between?(1, MAX_NAME)),
          "class" => (:choose_class unless record_class),
          "case_file" => (:choose_case_file unless case_file),
          "state_property" => (:property_of_repository unless property?(said["state_property"])),
          "link" => (unless said["link"].empty? || said["link"].match?(%r{\Ahttps?://.*\{\{id\}\}})
                       :link_of_repository
                     end),
          "mapping" => (mapping_problem(said["mapping"].to_h, record_class) if record_class)
        }.compact
        raise Errors::Invalid, problems if problems.any?
      end

      def property?(text) = text.empty? || text.match?(PROPERTY)

      def mapping_problem(mapping, record_class)
        names = record_class.particulars.map { |item| item["name"] }
        odd = mapping.keys.find { |name| !names.include?(name) }
        return Core::Problem.new(:no_particular, name: odd) if odd

        :property_of_repository unless mapping.values.all? { |text| text.match?(PROPERTY) }
      end

      # It has to be there, and be what it should.
      def ask(said)
        Ports::CmisClient.new(
          said["url"],
          user: said["user_name"],
          password: said["password"],
          reach: office.callback_reach
        ).info
      rescue Errors::Unavailable, Errors::Forbidden, Errors::Conflict, Errors::Missing => e
        raise Errors::Invalid, { "url" => Core::Problem.new(e.reason, **e.facts) }
      end

      def keep(actor, said, values)
        row = Store::Repository.create(
          name: Core::Filing::SafeName.line(said["name"]),
          secret: office.secret_box.close(said["password"]),
          mapping: Sequel.pg_jsonb(said["mapping"].to_h),
          account_id: actor.id,
          made_at: now,
          **said.slice("url", "user_name", "state_property", "link").transform_keys(&:to_sym),
          **values
        )
        record_event_on(CHAIN, "repository.connected", actor, "name" => row.name, "url" => row.url)
        row
      end
    end
  end
end
