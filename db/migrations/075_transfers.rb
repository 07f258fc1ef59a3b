# frozen_string_literal: true

# Transfers to an archive: lists of what has fallen due to be handed over, the package that was made of each record, and
# what the archive has confirmed. Taken packages are records that came in such a package. All of it is evidence.
Sequel.migration do
  up do
    run <<~SQL
      CREATE TABLE transfers (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        number text NOT NULL CONSTRAINT transfers_number UNIQUE,
        title text NOT NULL CONSTRAINT transfers_title CHECK (char_length(title) BETWEEN 1 AND 200),
        archive text NOT NULL CONSTRAINT transfers_archive CHECK (char_length(archive) BETWEEN 1 AND 200),
        -- What had fallen due by that day was listed, of that class with all beneath it, or of all.
        due_by date NOT NULL,
        record_class_id bigint REFERENCES record_classes,
        state text NOT NULL
          CONSTRAINT transfers_state CHECK (state IN ('review', 'packing', 'packed', 'received', 'ended')),
        made_by bigint NOT NULL REFERENCES accounts,
        made_at timestamptz NOT NULL,
        packed_at timestamptz,
        ended_at timestamptz,
        -- The newest receipt: how the archive calls the transfer, and the file that it sent, if any.
        reference text,
        received_on date,
        receipt_sha256 text CONSTRAINT transfers_receipt CHECK (receipt_sha256 ~ '^[0-9a-f]{64}$'),
        receipt_name text
      );
      CREATE TABLE transfer_lines (
        id bigint GENERATED ALWAYS AS IDENTITY PRIMARY KEY,
        transfer_id bigint NOT NULL REFERENCES transfers,
        record_id bigint NOT NULL REFERENCES records,
        basis jsonb NOT NULL,
        due_on date NOT NULL,
        -- Why it is not handed over now, where somebody has said so.
        kept_because text,
        decided_by bigint REFERENCES accounts,
        outcome text CONSTRAINT transfer_lines_outcome CHECK (outcome IN ('packed', 'kept', 'refused')),
        problem text,
        done_at timestamptz,
        -- SHA-256 of the record's account, by which it is known whether the record is still what was packed.
        account_hash text,
        package_sha256 text CONSTRAINT transfer_lines_package CHECK (package_sha256 ~ '^[0-9a-f]{64}$'),
        package_bytes bigint,
        -- How the archive calls it, once it has confirmed that it has it.
        identifier text,
        confirmed_at timestamptz,
        CONSTRAINT transfer_lines_once UNIQUE (transfer_id, record_id),
        CONSTRAINT transfer_lines_done CHECK ((outcome IS NULL) = (done_at IS NULL)),
        CONSTRAINT transfer_lines_confirmed CHECK ((identifier IS NULL) = (confirmed_at IS NULL))
      );
      CREATE INDEX transfer_lines_in_order ON transfer_lines (transfer_id, id);
      CREATE INDEX transfer_lines_left ON transfer_lines (transfer_id, id) WHERE outcome IS NULL;
      CREATE INDEX transfer_lines_by_record ON transfer_lines (record_id);
      CREATE TABLE taken_packages (
        record_id bigint PRIMARY KEY REFERENCES records,
        package_sha256 text NOT NULL CONSTRAINT taken_packages_package CHECK (package_sha256 ~ '^[0-9a-f]{64}$'),
        package_bytes bigint NOT NULL,
        -- Whose it was, and how it was called there.
        office text NOT NULL,
        former_number text NOT NULL,
        -- What the check of the package said when it came.
        verdict text NOT NULL,
        entries integer NOT NULL,
        taken_by bigint REFERENCES accounts,
        taken_at timestamptz NOT NULL
      );
      CREATE INDEX taken_packages_by_former_number ON taken_packages (former_number);
      REVOKE DELETE, TRUNCATE ON transfers, transfer_lines FROM justseal_app;
      REVOKE UPDATE, DELETE, TRUNCATE ON taken_packages FROM justseal_app;

      CREATE TRIGGER transfers_stated AFTER INSERT OR UPDATE OR DELETE ON transfers
        FOR EACH ROW EXECUTE FUNCTION state_row('id', '', '');
      CREATE CONSTRAINT TRIGGER transfers_told AFTER INSERT OR UPDATE OR DELETE ON transfers
        DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION tell_rows_at_end();
      CREATE TRIGGER transfer_lines_stated AFTER INSERT OR UPDATE OR DELETE ON transfer_lines
        FOR EACH ROW EXECUTE FUNCTION state_row('id', '', '');
      CREATE CONSTRAINT TRIGGER transfer_lines_told AFTER INSERT OR UPDATE OR DELETE ON transfer_lines
        DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION tell_rows_at_end();
      CREATE TRIGGER taken_packages_stated AFTER INSERT OR UPDATE OR DELETE ON taken_packages
        FOR EACH ROW EXECUTE FUNCTION state_row('record_id', '', '');
      CREATE CONSTRAINT TRIGGER taken_packages_told AFTER INSERT OR UPDATE OR DELETE ON taken_packages
        DEFERRABLE INITIALLY DEFERRED FOR EACH ROW EXECUTE FUNCTION tell_rows_at_end();
    SQL
  end
end
