# frozen_string_literal: true

require "open3"
require "tmpdir"

# Real backups of the office of the specs, put back beside it.
RSpec.describe JustSeal::Operations::MakeBackup, :database, :early do
  include FreshOffices

  around { |example| Dir.mktmpdir { |folder| @folder = folder and example.run } }

  layout = JustSeal::Backups::Layout

  def backup(at: 0)
    clock.offset = at
    described_class.call(JustSeal::Cli.actor, folder: @folder, settings: { "JUST_SEAL_ADDRESS" => "http://localhost" })
  end

  def restore(path, env)
    JustSeal::Backups::Restore.new(path, url: env["JUST_SEAL_OWNER_DATABASE_URL"], var: env["JUST_SEAL_VAR"]).call
  end

  # An empty office without the keys that others have made.
  def elsewhere(&) = fresh_office(free_port, &)

  def told(env) = JSON.parse(just_seal(env, "audit-ledger", "--json").first)["findings"].map { |one| one["code"] }

  it "is put back elsewhere, with keys, kept files and ledger, and holds there" do
    docket = shared_docket
    made = backup
    manifest = JustSeal::Backups::Manifest.read(made.path)
    expect(manifest.files.keys).to include("database.dump", "keys/seal.key", "keys/seal.crt")
    expect(File.read(File.join(made.path, "keys", "seal.key"))).to include("ENCRYPTED")
    expect(File.read(File.join(made.path, layout::MANIFEST))).not_to include(office.settings.master_key)
    expect(entries_of("office").last["facts"]).to include("manifest" => made.sha256)
    before = JustSeal::Store.db[:ledger_entries].count

    elsewhere do |env|
      restore(made.path, env)
      Sequel.connect(env["JUST_SEAL_DATABASE_URL"]) do |db|
        expect(db[:ledger_entries].count).to eq(before - 1) # that the backup was made is told after it
        expect(db[:dockets].where(number: docket.number).get(:state)).to eq(docket.state)
      end
      kept = JustSeal::Ports::FileBlobs.new(File.join(env["JUST_SEAL_VAR"], "blobs"))
      expect(kept.each_sha256.to_a).to include(document(docket).sent_sha256)
      expect(told(env) - @known.to_a).to eq(told(ENV.to_h))
    end
  end

  it "keeps each file once for all backups, and leaves out none that came since" do
    one = backup
    sha256 = office.blobs.put("a file that comes later #{rand}")
    two = backup(at: 5)
    expect(layout.all(@folder)).to eq([one.path, two.path])
    expect([one, two].map { |made| made.manifest.blobs.key?(sha256) }).to eq([false, true])
    expect(Dir[File.join(layout.blobs(@folder), "**", sha256)].size).to eq(1)
  end

  it "lets go of kept files that were thrown away with the last backup that had them" do
    sha256 = office.blobs.put("a file that was destroyed since #{rand}")
    one = backup
    office.blobs.put_aside(sha256)
    office.blobs.remove(sha256)
    two = backup(at: 5)
    prune = -> { JustSeal::Operations::PruneBackups.call(JustSeal::Cli.actor, folder: @folder) }
    expect([prune.call, Dir[File.join(layout.blobs(@folder), "**", sha256)].size]).to eq([0, 1])
    FileUtils.rm_rf(one.path)
    expect(just_seal(ENV.to_h, "prune-backups", @folder)).to match([/1 kept file/, 0])
    expect(Dir[File.join(layout.blobs(@folder), "**", sha256)]).to eq([])
    two.manifest.check(two.path)
    expect(entries_of("office").last).to include("kind" => "backup.pruned", "facts" => { "files" => 1 })
    File.write(File.join(two.path, layout::MANIFEST), "{}")
    expect { prune.call }.to raise_error(JustSeal::Errors::Damaged)
  end

  it "leaves earlier ones whole when it is killed at any point, and what it left is swept away" do
    one = backup
    [2, 2.5, 3, 3.5].each_with_index do |seconds, index|
      child = Process.spawn(
        "ruby",
        FreshOffices::PROGRAM,
        "backup",
        @folder,
        pgroup: true,
        out: File::NULL,
        err: File::NULL
      )
      sleep seconds
      Process.kill("KILL", -child)
      Process.wait(child)
      JustSeal::Backups::Manifest.read(one.path).check(one.path)
      layout.all(@folder).each { |path| JustSeal::Backups::Manifest.read(path).check(path) }
      backup(at: 10 + (index * 5))
      expect(Dir[File.join(@folder, "*#{layout::PARTIAL}")]).to eq([])
    end
  end

  it "is not put back where one byte of it has changed, or something is there already" do
    made = backup
    dump = File.join(made.path, layout::DUMP)
    bytes = File.binread(dump)
    elsewhere do |env|
      File.binwrite(dump, bytes.dup.tap { |text| text.setbyte(text.bytesize / 2, text.getbyte(text.bytesize / 2) ^ 1) })
      expect { restore(made.path, env) }.to raise_reason(JustSeal::Errors::Damaged, :backup_changed)
      File.binwrite(dump, bytes)
      manifest = File.join(made.path, layout::MANIFEST)
      text = File.read(manifest)
      File.write(manifest, text.sub("made_at", "made_At"))
      expect { restore(made.path, env) }.to raise_reason(JustSeal::Errors::Damaged, :backup_changed)
      File.write(manifest, text)
      restore(made.path, env)
      expect { restore(made.path, env) }.to raise_reason(JustSeal::Errors::Conflict, :database_not_empty)
    end
    expect { JustSeal::Backups::Manifest.read(@folder) }.to raise_reason(JustSeal::Errors::Missing, :no_backup)
  end

  it "is noticed as an older state by the heads outside the database" do
    JustSeal::Operations::KeepHeads.new.call
    made = backup
    capture
    JustSeal::Operations::KeepHeads.new.call
    elsewhere do |env|
      FileUtils.cp(office.heads.path, File.join(env["JUST_SEAL_VAR"], File.basename(office.heads.path)))
      restore(made.path, env)
      expect(told(env)).to include("newest_gone")
    end
  end

  it "holds no more outside the database than in it, though jobs go on meanwhile" do
    going = true
    jobs = Thread.new do
      while going
        capture
        JustSeal::Operations::KeepHeads.new.call
        JustSeal::Operations::TakeCheckpoint.call
      end
    end
    sleep 0.5
    made = backup
    going = false
    jobs.join
    elsewhere do |env|
      restore(made.path, env)
      expect(told(env) & %w[newest_gone newest_differs not_in_file not_in_database]).to eq([])
    end
  end

  it "is tried by a drill, which says how long it took and leaves nothing behind" do
    made = backup
    names = -> { JustSeal::Store.db[:pg_database].select_map(:datname).grep(/drill/) }
    output, status = Open3.capture2e("bundle", "exec", "bin/justseal", "drill", @folder, chdir: JustSeal::ROOT)
    expect(output).to match(/restored in [\d.]+ s and audited in [\d.]+ s: \d+ entries, \d+ rows, \d+ kept files/)
    expect(status.exitstatus).to eq(output.include?("All of it holds.") ? 0 : 1)
    expect(names.call).to eq([])
    File.binwrite(File.join(made.path, "keys", "seal.crt"), "x")
    expect(Open3.capture2e("bundle", "exec", "bin/justseal", "drill", @folder, chdir: JustSeal::ROOT).first)
      .to include("keys/seal.crt has changed")
  end

  it "is not made by two at once, nor by whoever is no administrator" do
    File.open(File.join(@folder, "lock"), "w") do |lock|
      lock.flock(File::LOCK_EX)
      expect { backup }.to raise_reason(JustSeal::Errors::Conflict, :backup_runs)
    end
    expect { described_class.call(staff(:tobias), folder: @folder, settings: {}) }
      .to raise_error(JustSeal::Errors::Forbidden)
  end
end
