# frozen_string_literal: true

require_relative "../spec/spec_helper"

# Prints what it measures, and fails only where what is measured is not done.
RSpec.describe "Keeping, measured", :database do
  include Disposed

  million = Integer(ENV.fetch("RECORDS", 1_000_000))
  wanted = Integer(ENV.fetch("DISPOSED", 400))

  before { open_office }
  after { close_office }

  def clock_now = Process.clock_gettime(Process::CLOCK_MONOTONIC)

  def median(runs = 15)
    yield
    Array.new(runs) { clock_now.then { |began| yield && ((clock_now - began) * 1000) } }.sort[runs / 2]
  end

  def as_owner(&) = Sequel.connect(ENV.fetch("JUST_SEAL_OWNER_DATABASE_URL"), &)

  # Rows alone, past all triggers: records that fall due one after the other over thirty years.
  def fill(record_class, case_file, count)
    as_owner do |owner|
      owner.run("ALTER TABLE records DISABLE TRIGGER USER")
      owner.run(<<~SQL)
        WITH made AS (
          INSERT INTO records (number, record_class_id, class_version, case_file_id, title, particulars, created_by,
            created_at, edits)
          SELECT 'BENCH-' || n, #{record_class.id}, 1, #{case_file.id}, 'Record ' || n, '{}', #{account(:maren).id},
            now(), 0 FROM generate_series(1, #{count}) AS n RETURNING id
        )
        INSERT INTO retentions (record_id, record_class_id, action, due_on)
        SELECT id, #{record_class.id}, (ARRAY['destroy', 'transfer', 'review'])[1 + id % 3],
          DATE '2026-01-01' + (id % 10957)::integer FROM made
      SQL
      owner.run("VACUUM ANALYZE retention_tally")
      owner.run("ALTER TABLE records ENABLE TRIGGER USER")
      %w[records retentions].each { |table| owner.run("VACUUM ANALYZE #{table}") }
    end
  end

  it "finds what falls due" do
    code = kept_class
    fill(JustSeal::Store::RecordClass.first(code: code), JustSeal::Store::CaseFile.first(code: "BL-1"), million)
    bare = median do
      JustSeal::Store.db["SELECT record_id FROM retentions WHERE due_on <= ? ORDER BY due_on LIMIT 41", today].all
    end
    {
      "newest page of what is due" => -> { due.page.rows.size },
      "page of a year and a class" => -> { due("year" => "2040", "class" => code).page.rows.size },
      "years drawn" => -> { due.years.size },
      "what is due now, counted" => -> { due.overdue_count },
      "what the desk tells" => -> { JustSeal::Queries::Keeping.new(account(:maren), today: today).counts }
    }.each do |name, work|
      took = median(&work)
      puts format("%-32s %7.1f ms median over %d records; %.1f times the bare page", name, took, million, took / bare)
    end
  end

  def due(given = {}) = JustSeal::Queries::DueRecords.new(given, sight: sight, today: today)

  def listed(count)
    code = short_class
    count.times { kept_record(code) }
    days_later
    approved(disposal(code))
  end

  # Lines an hour, in +processes+.
  def rate(disposal, processes)
    ids = disposal.lines_dataset.select_map(:id)
    began = clock_now
    pids = Array.new(processes) do
      JustSeal::Store.db.disconnect
      fork { ids.each { |id| JustSeal::Operations::DestroyRecord.call(id) } && exit!(true) }
    end
    pids.each { |pid| Process.wait(pid) }
    expect(disposal.lines_dataset.where(outcome: "destroyed").count).to eq(ids.size)
    ids.size / (clock_now - began) * 3600
  end

  it "destroys" do
    [1, 2].each do |processes|
      puts format("%d records in %d processes: %.0f an hour", wanted, processes, rate(listed(wanted), processes))
    end
  end
end
