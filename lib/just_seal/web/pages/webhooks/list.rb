# frozen_string_literal: true

module JustSeal
  module Web
    module Pages
      module Webhooks
        # Which programs are told what, and an address for another.
        class List < Page
          attr_reader :rows, :made

          # +rows+: [Store::Webhook, ...]; +made+: [Store::Webhook, secret] of one that was made just now.
          def initialize(context, rows, classes:, made: nil, problems: {}, typed: {})
            super(context)
            @rows = rows
            @classes = classes
            @made = made
            @problems = problems
            @typed = typed
          end

          def place = :rules
          def typed(name) = @typed[name].to_s
          def kinds(row) = list(row.kinds.map { |kind| t("webhooks.kinds.#{kind}") })
          def about(row) = row.classes.to_a.empty? ? t(".every_class") : list(row.classes.to_a)

          # [words, tone]
          def state(row)
            return [t("webhooks.states.off"), "bad"] if row.off_at

            row.failing_since ? [t("webhooks.states.failing"), "late"] : [t("webhooks.states.live"), "sealed"]
          end

          def kind_ticks
            Core::Webhooks::Event::KINDS.map do |kind|
              [kind, t("webhooks.kinds.#{kind}"), Array(@typed["kinds"]).include?(kind)]
            end
          end

          def classes
            @classes.map { |row| [row.code, "#{row.code} #{row.title}", Array(@typed["classes"]).include?(row.code)] }
          end
        end
      end
    end
  end
end
