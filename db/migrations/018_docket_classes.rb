# frozen_string_literal: true

# A docket is of the class of the first document that it has signed, so that the dockets of a class are listed by an
# index.
Sequel.migration do
  up do
    run <<~SQL
      ALTER TABLE dockets ADD COLUMN record_class_id bigint REFERENCES record_classes;
      UPDATE dockets SET record_class_id = r.record_class_id FROM (
        SELECT DISTINCT ON (docket_id) docket_id, record_id FROM docket_documents WHERE role = 'sign' ORDER BY
          docket_id, position) d JOIN records r ON r.id = d.record_id
        WHERE d.docket_id = dockets.id;
      CREATE INDEX dockets_by_class ON dockets (record_class_id, created_at DESC, id DESC);
    SQL
  end
end
