# frozen_string_literal: true

module JustSeal
  module Queries
    # Whom a choice of people means today: staff by unit, role or as heads of units, groups, contacts, and people in
    # particulars of records that a saved find finds.
    class CirculationPeople
      # The keys of a choice: "everybody" (true), "units" ([name, ...], with those beneath them), "heads" (true: of the
      # units only their heads), "roles" ([role, ...]), "groups" and "finds" ([id, ...]), "lines" (text: a person each).
      KEYS = %w[everybody units heads roles groups finds lines].freeze

      # +sight+: of whoever circulates; +owner_id+: whose saved finds they are.
      def initialize(choice, sight:, owner_id:)
        @choice = choice
        @sight = sight
        @owner_id = owner_id
      end

      # Core::Circulations::Recipient of each, nobody twice.
      def all = @all ||= Core::Circulations::Recipient.once(staff + groups + typed.compact + found)

      # Lines that name nobody who can be asked: [text, ...]
      def unknown = lines.zip(typed).select { |_, one| one.nil? }.map(&:first)

      # Ids of the staff that the choice means by where they stand: who joins comes among them, who leaves does not.
      def staff_ids = accounts.select_map(:id)

      private

      def staff = accounts.order(:name, :id).map { |account| of_account(account) }

      def accounts
        live = Store::Account.live
        return live if @choice["everybody"]

        live.where(Sequel.|({ role: list("roles") }, in_units))
      end

      def in_units
        return { id: heads } if @choice["heads"]

        { unit: units }
      end

      def units = @units ||= list("units").flat_map { |name| Store::Unit.downwards(name) }.uniq

      # Of the units that were chosen, or of all.
      def heads
        chosen = units.empty? ? Store::Unit.live : Store::Unit.live.where(name: units)
        chosen.exclude(head_id: nil).select_map(:head_id)
      end

      def groups
        ids = list("groups").map(&:to_i)
        ids.empty? ? [] : Store::Group.where(id: ids).order(:name).flat_map { |one| one.people.map { |row| of(row) } }
      end

      def lines = @lines ||= @choice["lines"].to_s.split(/[\n;]/).map(&:strip).reject(&:empty?).uniq

      def typed = @typed ||= lines.map { |line| person(line) }

      def person(line)
        address = line[/<([^<>]+)>\s*\z/, 1] || line
        account = Store::Account.live.first(email: address)
        return of_account(account) if account

        known = ContactList.meant(line)
        return of(Store::Contact[known["id"]]) if known
        return unless Core::Dockets::Address.valid?(address)

        outside(name: line.sub(/\s*<[^<>]*>\s*\z/, ""), email: address)
      end

      # People and organisations in the particulars of the records that the finds find.
      def found
        finds = Store::SavedFind.where(id: list("finds").map(&:to_i), account_id: @owner_id).all
        ids = finds.flat_map { |find| contact_ids(records(find)) }.uniq
        Store::Contact.where(id: ids).order(:id).map { |contact| of(contact) }.reject { |one| one.key.empty? }
      end

      def records(find)
        given = URI.decode_www_form(find.query).to_h
        RecordList.new(RecordFilters.new(given, sight: @sight), sight: @sight).dataset
      end

      # Ids of all contacts in particulars of +records+ (dataset), each once.
      def contact_ids(records)
        found = records.unordered.select(Sequel[:records][:particulars]).as(:found)
        item = Sequel.function(:jsonb_each, Sequel[:found][:particulars]).as(:item)
        id = Sequel.lit("item.value ->> 'id'")
        named = Store.db.from(found, item).where(Sequel.lit("jsonb_typeof(item.value) = 'object'"))
        named.distinct.select_map(id.as(:id)).grep(/\A\d{1,18}\z/).map(&:to_i)
      end

      def of(row) = row.is_a?(Store::Account) ? of_account(row) : outside(**row.seat.except(:kind, :account_id))

      def of_account(account)
        Core::Circulations::Recipient.new(telephone: "", unit: account.unit.to_s, given: {}, **account.seat)
      end

      def outside(name:, email:, organisation: "", job_title: "", telephone: "")
        Core::Circulations::Recipient.new(
          kind: "outside",
          name: name,
          email: email,
          organisation: organisation,
          job_title: job_title,
          telephone: telephone,
          unit: "",
          given: {}
        )
      end

      def list(key) = @choice[key].is_a?(Array) ? @choice[key] : []
    end
  end
end
