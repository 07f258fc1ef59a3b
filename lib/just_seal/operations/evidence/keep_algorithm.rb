# frozen_string_literal: true

module JustSeal
  module Operations
    # Changes until when an algorithm is a proof, or between which days a root is accepted. All processes know it at
    # their next request or job; what is due to be renewed is counted anew.
    class KeepAlgorithm < Operation
      CHAIN = "algorithms"
      MAX_SOURCE = 300

      # +id+: of a Core::Trust::Register::Line; +ends+: Time from which on it is no proof, nil for no end yet; +source+:
      # who says so; +seen+: the end that was changed (Time or nil), :any for whatever is kept. Raises Errors::Invalid,
      # Errors::Conflict where somebody else changed it meanwhile.
      def call(actor, id:, ends:, source:, seen: :any)
        source = checked(actor, source)
        change do |register|
          line = register.line(id) or raise Errors::Missing.new(:no_algorithm, id: id)
          refuse_changed(id, line.ends, seen)
          keep(register, id, ends: ends, source: source)
          facts = { "before" => told(line.ends), "after" => told(ends), "source" => source }
          record_event_on(CHAIN, "algorithm.changed", actor, { "algorithm" => id, **facts })
        end
      end

      # +id+: of a root of the office, or of an authority beneath it, as of Core::Trust::Register; it is accepted for
      # what was signed +from+ on and before +ends+ (Time or nil), and stays so when that is past.
      def root(actor, id:, from:, ends:, source:, seen: :any)
        source = checked(actor, source)
        root = Queries::KnownAuthorities.all(office).find { |one| Core::Trust::Register.root_id(one) == id }
        raise Errors::Missing.new(:no_root, id: id) unless root
        raise Errors::Invalid, { "until" => :ends_before_it_begins } if from && ends && from >= ends

        change do |register|
          before = register.root(id)
          refuse_changed(id, before.till, seen)
          keep(register, id, from: from, ends: ends, source: source)
          days = { "before" => span(before.from, before.till), "after" => span(from, ends), "source" => source }
          facts = { "root" => root.subject.to_utf8, "sha256" => id.delete_prefix(Core::Trust::Register::ROOT), **days }
          record_event_on(CHAIN, "root.changed", actor, facts)
        end
      end

      # Keeps the roots of the settings, so that one that is taken out of them goes on vouching for what was signed
      # before; it ends when that is noticed. Returns how many were kept or ended.
      def keep_roots
        set = office.set_roots.to_h { |one| [Core::Trust::Register.root_id(one), one] }
        fresh = set.reject { |id, _| office.register.keeps?(id) }
        gone = taken_out(set)
        fresh.each { |id, one| note_root(id, one) }
        gone.each { |one| end_root(one) }
        fresh.size + gone.size
      end

      private

      SETTINGS = "JUST_SEAL_ROOTS"
      private_constant :SETTINGS

      # Those that are kept, are not +set+ any more, and have no end yet.
      def taken_out(set)
        office.register.certificates.reject do |one|
          id = Core::Trust::Register.root_id(one)
          set.key?(id) || office.register.root(id).till
        end
      end

      def note_root(id, root)
        change do |register|
          limits = register.root(id)
          keep(register, id, from: limits.from, ends: limits.till, source: limits.source || SETTINGS, pem: root.to_pem)
          facts = { "root" => root.subject.to_utf8, "sha256" => id.delete_prefix(Core::Trust::Register::ROOT) }
          record_event_on(CHAIN, "root.kept", Core::Actor::SYSTEM, facts)
        end
      end

      def end_root(root)
        change do |register|
          id = Core::Trust::Register.root_id(root)
          from = register.root(id).from
          keep(register, id, from: from, ends: now, source: SETTINGS)
          days = { "before" => span(from, nil), "after" => span(from, now), "source" => SETTINGS }
          sha256 = id.delete_prefix(Core::Trust::Register::ROOT)
          facts = { "root" => root.subject.to_utf8, "sha256" => sha256, **days }
          record_event_on(CHAIN, "root.changed", Core::Actor::SYSTEM, facts)
        end
      end

      def checked(actor, source)
        allow!(actor, :keep_algorithms)
        source = Core::Filing::SafeName.line(source)
        raise Errors::Invalid, { "source" => :source_missing } unless source.length.between?(1, MAX_SOURCE)

        source
      end

      def change
        transaction do
          db[:office_choices].where(name: "name").for_update.all
          yield Core::Trust::Register.read(Store::OfficeChoices.current.last)
          Jobs::CountHealth.enqueue
          Jobs::DigestContents.enqueue
        end
        office.refresh
      end

      def refuse_changed(id, ends, seen)
        raise Errors::Conflict.new(:changed_meanwhile, name: id) unless [:any, ends].include?(seen)
      end

      def keep(register, id, **change)
        Store::OfficeChoices.set(Store::OfficeChoices::ALGORITHMS, register.kept_with(id, **change))
      end

      def span(from, till) = "#{told(from)}/#{told(till)}"
      def told(time) = time ? Core::Ledger::Entry.time(time) : "-"
    end
  end
end
