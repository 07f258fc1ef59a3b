# frozen_string_literal: true

module JustSeal
  module Queries
    # What the texts of steps may speak of in a run of a standing instruction; see Core::Instructions::Marks.
    module RunValues
      module_function

      def of(run)
        docket = last_docket(run)
        own = FilingRules.new(run.record, docket_number: docket&.number).values
        call = run.call.to_h.merge("run" => run.number)
        Core::Instructions::Marks.values(run.record.particulars.to_h, own: own, call: call, typed: typed(docket))
      end

      def of_record(record)
        Core::Instructions::Marks.values(record.particulars.to_h, own: FilingRules.new(record).values)
      end

      # The newest docket that the run prepared.
      def last_docket(run)
        id = Store.db[:instruction_dockets].where(run_id: run.id).max(:docket_id)
        id && Store::Docket[id]
      end

      # {key of a field => what was typed}
      def typed(docket)
        return {} unless docket

        fields = docket.to_sign.flat_map { |document| document.fields.select(&:value) }
        fields.to_h { |field| [field.key.to_s, Core::Filing::Particulars.text(field.value)] }
      end
    end
  end
end
