# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Evidence
        # The register of algorithms: until when each is a proof, by whose word, and how much rests on it; and the roots
        # that are accepted, with their days.
        class Algorithms < Page
          attr_reader :typed

          # A root as it is shown. +id+: as of the register; +limits+: Core::Trust::Register::Limits.
          Root = Core::Value.of(:id, :name, :certificate, :limits)

          # +register+: Core::Trust::Register; +roots+: certificates of accepted roots and of authorities beneath them;
          # +footing+: as of Queries::EvidenceHealth;
          # +typed+: {"id", "from", "until", "source"} that were refused.
          def initialize(context, register, roots:, footing:, typed: {}, problems: {})
            super(context)
            @register = register
            @roots = roots
            @footing = footing
            @typed = typed
            @problems = problems
          end

          def place = :evidence
          def lines = @register.lines
          def changes? = may?(:keep_algorithms)
          def name(line) = line.bits.zero? ? line.name : t(".from_bits", name: line.name, bits: line.bits)
          def kind(line) = t(".kinds.#{line.kind}")
          # The last day on which it is a proof.
          def last_day(line) = line.ends && (line.ends - 1).utc.to_date
          def ended?(line) = !line.ends.nil? && line.ends <= context.now

          def tone(line)
            return "plain" unless line.ends

            ended?(line) ? "faded" : "late"
          end

          def sound(line)
            return t(".no_end") unless line.ends

            t(ended?(line) ? ".ended" : ".until", day: day(last_day(line), :short_year))
          end

          def source(line) = @register.changed?(line.id) ? t(".changed_by", source: line.source) : line.source

          # How many signatures and time-stamps of files that count rest on it.
          def resting(line)
            number(@footing.sum { |_, key, digest, count| on?(line, key, digest) ? count : 0 })
          end

          # What the form of +line+ shows: [day, source].
          def filled_in(line)
            return [typed["until"], typed["source"]] if typed["id"] == line.id

            [last_day(line)&.iso8601, line.source]
          end

          # [Root, ...]
          def roots
            @roots.map do |one|
              id = Core::Trust::Register.root_id(one)
              Root.new(id: id, name: Core::Trust::Chain.name(one), certificate: one, limits: @register.root(id))
            end
          end

          def own_days(root)
            from, till = [root.certificate.not_before, root.certificate.not_after].map { |time| day(time, :short_year) }
            t(".own_days", from: from, till: till)
          end

          def accepted(root)
            from, till = root.limits.to_h.values_at(:from, :till)
            return t(".always") unless from || till
            return t(".accepted_until", till: last_day_of(till)) unless from
            return t(".accepted_from", from: day(from, :short_year)) unless till

            t(".accepted_between", from: day(from, :short_year), till: last_day_of(till))
          end

          def root_source(root)
            return root.limits.source if root.limits.source
            return t(".by_settings") if root.certificate.issuer == root.certificate.subject

            stamps = Core::Trust::Usages.extended(root.certificate).to_a.include?(Core::Trust::Usages::TIME_STAMPS)
            t(stamps ? ".beneath" : ".above")
          end

          def root_tone(root) = root.limits.cover?(context.now) ? "plain" : "faded"

          # What the form of +root+ shows: [first day, last day, source].
          def root_filled_in(root)
            return typed.values_at("from", "until", "source") if typed["id"] == root.id

            limits = root.limits
            [limits.from&.to_date&.iso8601, limits.till && (limits.till - 1).to_date.iso8601, limits.source]
          end

          def root_seen(root) = root.limits.till&.iso8601
          def open?(line) = typed["id"] == line.id
          def seen(line) = line.ends&.iso8601

          private

          def last_day_of(time) = day((time - 1).utc.to_date, :short_year)

          def on?(line, key, digest)
            line.kind == "digest" ? digest == line.name : @register.line_of_key(key) == line
          end
        end
      end
    end
  end
end
