# frozen_string_literal: true

module JustSeal
  module Web
    module Components
      # A PDF as layers, one for each revision: who added it, what it changed, and what each signature covers.
      class Strata < Component
        LAYER_HEIGHT = 52
        # Characters that fit beside a layer, and into its second line.
        MAX_CHANGES = 56
        MAX_TIME = 64
        STEM_STEP = 30
        FIRST_STEM_X = 920
        # Room for all stems: where there are many, they stand closer.
        STEMS_WIDTH = 270
        NAMED = %i[certification proofs archive original].freeze
        UNCOVERED = %i[foreign original].freeze

        # +report+: Core::Pdf::Check::Report.
        def initialize(context, report, content: nil)
          super(context, content: content)
          @report = report
          @layers = report.revisions.reverse
        end

        def bottom = @layers.size * LAYER_HEIGHT
        def frame = "0 0 940 #{bottom + 30}"

        # [[layer, its top, its class], ...], the newest on top.
        def layers
          @layers.each_with_index.map { |layer, index| [layer, (index * LAYER_HEIGHT) + 2, layer_class(layer)] }
        end

        # [[x, y, class], ...]: from each signature down over what it covers.
        def stems
          signed = @layers.select(&:signature).reverse
          step = stem_step(signed.size)
          signed.each_with_index.map do |layer, index|
            x = (FIRST_STEM_X - ((signed.size - 1 - index) * step)).round(1)
            [x, (@layers.index(layer) * LAYER_HEIGHT) + 24, stem_class(layer)]
          end
        end

        # Where there are many, they are drawn thin.
        def close? = stem_step(@layers.count(&:signature)) < STEM_STEP
        def dot = close? ? 3 : 8

        def name(layer)
          return t(".layers.act", name: layer.by, letter: letters[layer]) if layer.kind == :act

          t(".layers.#{NAMED.include?(layer.kind) ? layer.kind : "other"}")
        end

        def time(layer)
          signature = layer.signature or return t(layer.kind == :proofs ? ".proofs_are" : ".by_nobody")
          parts = [
            signature.time ? time_text(signature.time, :seconds) : t(".no_time"),
            (t(".level", level: signature.level) if signature.level),
            (t(".certified_by", name: signature.certificate_name) if layer.kind == :certification)
          ]
          fitting(parts.compact.join(I18n.t("lists.comma")), MAX_TIME)
        end

        def judgement(layer)
          return t(".uncovered") if UNCOVERED.include?(layer.kind)
          return t(".not_allowed") unless layer.allowed?
          return t(".broken") if layer.signature && !layer.signature.valid?

          case layer.kind
          when :certification then t(".certified")
          when :archive then t(".covers_all", bytes: number(layer.last))
          else t(".allowed")
          end
        end

        def changes(layer)
          fitting(layer.changes.map { |one| Words::Checks.change(one) }.join("; "), MAX_CHANGES)
        end

        private

        def stem_step(count) = [STEM_STEP, STEMS_WIDTH / [count - 1, 1].max.to_f].min

        def fitting(text, most) = text.length > most ? "#{text[0, most - 1]}…" : text

        def layer_class(layer) = "#{layer.kind}#{" fault" unless layer.allowed? && layer.kind != :foreign}"

        def stem_class(layer)
          return "broken" unless layer.signature.valid?

          "first" if layer.kind == :certification
        end

        def letters
          acts = @report.revisions.select { |layer| layer.kind == :act }
          acts.each_with_index.to_h do |layer, index|
            [layer, layer.signature.field[/\A([A-Z]{1,2})-/, 1] || Core::Dockets::Letters::ALL[index]]
          end
        end
      end
    end
  end
end
