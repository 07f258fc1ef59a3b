# frozen_string_literal: true

module JustSeal
  module Queries
    # What a standing instruction may speak of, for whoever writes it.
    module InstructionChoices
      module_function

      # As Core::Instructions::Review takes it; +except+: number of the instruction that is written.
      def known(person, except: nil)
        rows = Store::RecordClass.all
        types, units = %w[type unit].map do |key|
          rows.to_h { |row| [row.code, row.particulars.to_a.to_h { |item| [item["name"], item[key]] }] }
        end
        { classes: types, units: units, templates: templates(person).map(&:code), others: others(except) }
      end

      # Store::DocketTemplate of each that +person+ may use.
      def templates(person)
        Store::DocketTemplate.seen_by(Store::Account[person.id]).order(:code).all.select(&:used?)
      end

      # {code => title} of the docket templates of +steps+.
      def template_titles(steps)
        codes = steps.filter_map { |step| step["template"] }
        codes.empty? ? {} : Store::DocketTemplate.where(code: codes).all.to_h { |row| [row.code, row.title] }
      end

      def others(except) = Store::Instruction.exclude(version: nil).exclude(number: except.to_s).select_map(:number)

      # [[number, title], ...] of those that a step can begin.
      def to_begin(except)
        Store::Instruction.exclude(version: nil).exclude(number: except.to_s).order(:number).select_map(
          %i[
            number
            title
          ]
        )
      end
    end
  end
end
