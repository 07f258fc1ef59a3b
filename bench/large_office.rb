# frozen_string_literal: true

require_relative "../config/boot"
require "digest"
require "json"
require "tzinfo"

# An office of 200,000 records and 100,000 dockets, in a database of its own in a cluster of its own under var/bench,
# for the benchmarks. It is made by COPY when it is missing; `--fresh` makes it anew.
module LargeOffice
  include JustSeal

  RECORDS = 200_000
  RUNS = 40
  DATABASE = "justseal_bench"

  CLASSES = %w[MB PL DR HZ IN QL SP].freeze
  ITEMS = [
    { name: "vessel", label: "Vessel", type: "text" },
    { name: "licensee", label: "Licensee", type: "text" },
    { name: "yearly_dues", label: "Dues", type: "money" },
    { name: "valid_from", label: "From", type: "date" }
  ].freeze
  BEGAN = Time.utc(2026, 11, 23, 8)
  HEX = ->(text) { Digest::MD5.hexdigest(text.to_s) }

  # table => [columns, rows as a lambda over 1..RECORDS]; made by COPY.
  ROWS = {
    records: [
      %w[
        number record_class_id case_file_id title particulars created_by created_at docket_state
      ],
      lambda do |n|
        values = {
          vessel: "MV #{HEX[n][0, 8]}",
          licensee: "Licensee #{HEX[n / 40][0, 6]}",
          yearly_dues: (n % 9000).to_s,
          valid_from: "2027-#{format("%02d", 1 + (n % 12))}-01"
        }
        [
          format("MB-2026-%06d", n),
          1 + (n % 7),
          1 + (n % 400),
          "Berth licence, MV #{HEX[n][0, 8]}, berth #{n % 60}",
          JSON.generate(values),
          1,
          (BEGAN - (n * 60)).iso8601,
          n <= RECORDS / 2 ? "out" : nil
        ]
      end
    ],
    versions: [
      %w[
        record_id
        number
        kind
        file_name
        sha256
        size_bytes
        page_count
        page_sizes
        why
        created_by
        created_at
      ],
      lambda do |n|
        [
          n,
          1,
          "captured",
          "a.pdf",
          Digest::SHA256.hexdigest(n.to_s),
          1000,
          1,
          "[]",
          "captured",
          1,
          BEGAN.iso8601
        ]
      end
    ],
    page_texts: [
      %w[version_id record_id page body],
      ->(n) { [n, n, 1, "The licensee keeps berth #{n % 60} clear and pays by the quarter #{HEX[n][0, 8]}"] }
    ],
    dockets: [
      %w[number title state deadline owner_id created_at sent_at record_class_id],
      lambda do |n|
        if n <= RECORDS / 2
          [
            format(
              "RH-2026-%06d",
              n
            ),
            "Docket #{n}",
            "out",
            (BEGAN + 777_600).iso8601,
            1,
            (BEGAN - (n * 60)).iso8601,
            BEGAN.iso8601,
            1 + (n % 7)
          ]
        end
      end
    ],
    docket_documents: [%w[docket_id position record_id version_id], ->(n) { [n, 1, n, n] if n <= RECORDS / 2 }],
    parties: [
      %w[docket_id letter turn act kind name email state state_since],
      lambda do |n|
        number = ((n + 1) / 2)
        letter = if n.odd?
          "A"
        else
          "B"
        end
        [
          number,
          letter,
          1,
          "sign",
          "outside",
          "Party #{HEX["#{number}#{letter}"][0,
            8]}",
          "#{HEX[number][0, 8]}@b.example",
          "invited",
          BEGAN.iso8601
        ]
      end
    ]
  }.freeze

  def copied(value)
    if value.nil?
      "\\N"
    else
      value.to_s.gsub(/[\\\t\n]/) do |sign|
        { "\\" => "\\\\", "\t" => "\\t", "\n" => "\\n" }.fetch(sign)
      end
    end
  end

  PROFILE = { name: "Bench", zone: "Europe/Oslo", number_prefix: "RH", sender: "bench@ravensholm.example" }.freeze

  def fill(owner)
    owner[:office_choices].multi_insert(PROFILE.map { |name, value| { name: name.to_s, value: value } })
    owner.run(
      "INSERT INTO accounts (email, name, role, unit) VALUES ('bench@ravensholm.example', 'Bench', 'administrator', " \
      "'Bench'), ('limited@ravensholm.example', 'Limited', 'sender', 'Bench')"
    )
    CLASSES.each_with_index do |code, index|
      owner[:record_classes].insert(code: code, title: code, particulars: Sequel.lit("?::jsonb", JSON.generate(ITEMS)))
      owner[:record_class_versions].insert(record_class_id: index + 1, version: 1, definition: "{}", created_at: BEGAN)
    end
    owner.run(
      "INSERT INTO case_files (code, title, opened_at, access) SELECT 'CF-' || n, 'Case file ' || n, now(), CASE " \
      "WHEN n % 10 = 0 THEN '{\"see\": {\"units\": [\"Elsewhere\"]}}'::jsonb ELSE '{}'::jsonb END FROM " \
      "generate_series(1, " \
      "400) n"
    )
    # Row by row the trigger would take minutes; the same function does all of a class at once.
    owner.run("ALTER TABLE records DISABLE TRIGGER records_spread")
    ROWS.each do |table, (columns, row)|
      lines = (1..RECORDS).lazy.filter_map(&row).map { |values| "#{values.map { |value| copied(value) }.join("\t")}\n" }
      owner.copy_into(table, columns: columns.map(&:to_sym), data: lines.each_slice(1000).lazy.map(&:join))
    end
    owner.run(
      "SELECT spread_particulars(id, NULL) FROM record_classes; ALTER TABLE records ENABLE TRIGGER records_spread"
    )
  end

  # Runs the block with the office connected, and stops its cluster again.
  def run
    environment = Launch::Environment.new(File.join(ROOT, "var", "bench"), database: DATABASE)
    environment.cluster.start
    environment.cluster.drop(DATABASE) if ARGV.include?("--fresh")
    environment.cluster.database(DATABASE)
    environment.apply
    Launch::Migrations.run(ENV.fetch("JUST_SEAL_OWNER_DATABASE_URL"))
    fill_if_empty
    db = Store.connect(ENV.fetch("JUST_SEAL_DATABASE_URL"))
    JustSeal::LOADER.eager_load_namespace(JustSeal::Store)
    yield db
  ensure
    environment&.cluster&.stop
  end

  def fill_if_empty
    Sequel.connect(ENV.fetch("JUST_SEAL_OWNER_DATABASE_URL")) do |owner|
      next if owner[:records].any?

      began = clock
      fill(owner)
      %w[records record_particulars versions page_texts dockets docket_documents parties].each do |table|
        owner.run("ANALYZE #{table}")
      end
      puts format(
        "%d records with their particulars, texts, dockets and parties copied in in %.0f s",
        RECORDS,
        clock - began
      )
    end
  end

  def clock = Process.clock_gettime(Process::CLOCK_MONOTONIC)
  def percentile(times, share) = times.sort[(times.size * share).ceil - 1]

  # Milliseconds of RUNS runs, after one that warms up.
  def times
    yield
    Array.new(RUNS) { clock.then { |began| yield && ((clock - began) * 1000) } }
  end

  # Prints how long +ours+ takes, beside the bare SQL that answers the same question; only what the arguments of the
  # command name, if they name anything.
  def measure(name, ours, bare)
    return unless ARGV.grep_v(/^--/).all? { |word| name.include?(word) }

    mine = times(&ours)
    plain = times(&bare)
    puts format(
      "%-50s %8.1f ms at the 95th percentile, %6.1f ms median; %4.1f times the bare SQL (%.1f ms)",
      name,
      percentile(mine, 0.95),
      percentile(mine, 0.5),
      percentile(mine, 0.5) / percentile(plain, 0.5),
      percentile(plain, 0.5)
    )
  end

  module_function :run, :fill, :fill_if_empty, :copied, :clock, :percentile, :times, :measure
end
