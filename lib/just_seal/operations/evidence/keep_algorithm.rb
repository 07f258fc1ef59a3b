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

      # +id+: of a root of the office, as of Core::Trust::Register; it is accepted for what was signed +from+ on and
      # before +ends+ (Time or nil), and stays so when that is past.
      def root(actor, id:, from:, ends:, source:, seen: :any)
        source = checked(actor, source)
        root = office.roots.find { |one| Core::Trust::Register.root_id(one) == id }
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

      private

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
