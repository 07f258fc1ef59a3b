# frozen_string_literal: true

# An office that has been at work since before it was set up by a page: what was in force stays in force, and holds.
RSpec.describe "An office that is upgraded" do
  include FreshOffices

  # The last form in which statements had no salt, and units, links and deputies no tables.
  before_then = 40

  # In a process of its own: migrations connect the queue of whatever runs them.
  def migrate_to(env, target)
    script = <<~RUBY
      require "./config/boot"
      require "sequel"
      Sequel.extension :migration
      Sequel.connect(ENV.fetch("JUST_SEAL_OWNER_DATABASE_URL")) do |db|
        Sequel::Migrator.run(db, JustSeal::Store::Schema::FOLDER, target: #{target})
      end
    RUBY
    system(env, "ruby", "-e", script, chdir: JustSeal::ROOT, exception: true)
  end

  def at_work(env)
    Sequel.connect(env["JUST_SEAL_OWNER_DATABASE_URL"]) do |db|
      db[:accounts].insert(email: "maren@pilots.example", name: "Maren Oake", role: "administrator", unit: "Records")
      db[:accounts].insert(email: "joss@pilots.example", name: "Joss Petrossian", role: "sender", unit: "Pilots")
    end
  end

  it "goes on under its name, with its units, and what its tables hold is told with salted hashes" do
    fresh_office(free_port) do |env|
      migrate_to(env, before_then)
      at_work(env)
      named = { "JUST_SEAL_OFFICE" => "Ravensholm Pilots", "JUST_SEAL_ZONE" => "Europe/Bergen" }
      expect(just_seal(env.merge(named), "migrate")).to eq(["", 0])
      Sequel.connect(env["JUST_SEAL_DATABASE_URL"]) do |db|
        expect(db[:office_choices].select_hash(:name, :value)).to eq(
          "name" => "Ravensholm Pilots",
          "zone" => "Europe/Bergen",
          "number_prefix" => "RH",
          "sender" => "records@ravensholm.example"
        )
        expect(db[:units].select_order_map(:name)).to eq(%w[Pilots Records])
        told = db[:ledger_entries].order(:id).select_map(:body).join
        expect(told).to include("salted:")
      end
      expect(just_seal(env, "audit-ledger")).to match([include("all of it holds"), 0])
      expect(just_seal(env, "setup").first).to include("Ravensholm Pilots has been set up")
    end
  end
end
