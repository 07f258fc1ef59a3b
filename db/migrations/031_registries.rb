# frozen_string_literal: true

# Kinds of field and methods of proof are what the registries of the core list: Launch::Migrations fills these tables
# from them, so that a new one needs no migration of its own.
Sequel.migration do
  up do
    run <<~SQL
      CREATE TABLE field_kinds (id text PRIMARY KEY);
      CREATE TABLE proof_methods (id text PRIMARY KEY);
      INSERT INTO field_kinds SELECT DISTINCT kind FROM fields;
      INSERT INTO proof_methods SELECT DISTINCT method FROM proofs;
      ALTER TABLE fields DROP CONSTRAINT fields_kind;
      ALTER TABLE fields ADD CONSTRAINT fields_kind FOREIGN KEY (kind) REFERENCES field_kinds;
      ALTER TABLE proofs DROP CONSTRAINT proofs_method;
      ALTER TABLE proofs ADD CONSTRAINT proofs_method FOREIGN KEY (method) REFERENCES proof_methods;
      REVOKE INSERT, UPDATE, DELETE, TRUNCATE ON field_kinds, proof_methods FROM justseal_app;
    SQL
  end
end
