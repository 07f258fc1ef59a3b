# frozen_string_literal: true

module JustSeal
  module Operations
    # Closes anew, under the master key of today, what lies closed under the one before: signing keys, and secrets in
    # rows. Both open it until that is done. Safe to run twice, and to die at any step.
    class RotateMasterKey < Operation
      # table => columns of secrets; those that live for minutes are left.
      SECRETS = {
        authenticators: %i[secret],
        repositories: %i[secret],
        ways_in: %i[place],
        webhooks: %i[secret former_secret]
      }.freeze

      # Returns {keys:, secrets:}: how many were closed anew.
      def call(actor)
        allow!(actor, :keep_keys)
        keys = office.keys.respond_to?(:close_anew) ? office.keys.close_anew : 0
        transaction do
          secrets = columns + passwords
          facts = { "keys" => keys, "secrets" => secrets }
          record_event_on(KeepKeys::CHAIN, "master_key.rotated", actor, facts) if (keys + secrets).positive?
          { keys: keys, secrets: secrets }
        end
      end

      private

      def columns = SECRETS.sum { |table, names| names.sum { |column| column(db[table], column) } }

      def column(table, column)
        rows = table.exclude(column => nil).for_update.select_map([:id, column])
        rows.count do |id, closed|
          fresh = anew(closed)
          fresh && table.where(id: id).update(column => fresh)
        end
      end

      # Copies of what was sealed go out under a password that the docket holds.
      def passwords
        Store::Docket.where(Sequel.pg_jsonb_op(:options).include?("password")).for_update.all.count do |docket|
          fresh = anew(docket.options["password"])
          fresh && docket.update(options: Sequel.pg_jsonb(docket.options.to_h.merge("password" => fresh)))
        end
      end

      # nil for what is closed under the key of today already, and for folders, which are not closed.
      def anew(closed)
        box = office.secret_box
        box.close(box.open(closed)) unless box.current?(closed)
      rescue Errors::Damaged
        nil
      end
    end
  end
end
