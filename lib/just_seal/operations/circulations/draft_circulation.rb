# frozen_string_literal: true

module JustSeal
  module Operations
    # Begins a circulation of what a record holds, or of a docket template.
    class DraftCirculation < Operation
      # As most are.
      USUAL = {
        act: "acknowledge",
        due_days: 10,
        remind_after_days: 3,
        remind_every_days: 7,
        remind_before_days: 1
      }.freeze

      # +record+: Store::Record, or +template+: Store::DocketTemplate and +case_file+: where its records go. Returns the
      # Store::Circulation. Raises Errors::Forbidden for whoever may not circulate what is of that class.
      def call(actor, record: nil, template: nil, case_file: nil)
        what = record ? of_record(actor, record) : of_template(template, case_file)
        self.class.allow_class!(actor, what.fetch(:record_class_id))
        allow_case_file!(actor, Store::CaseFile[what.fetch(:case_file_id)], record ? :see : :change)
        transaction do
          circulation = Store::Circulation.create(
            number: number,
            owner_id: actor.id,
            created_at: now,
            **USUAL,
            **what
          )
          facts = { "title" => circulation.title, "record" => record&.number, "template" => template&.code }
          record_event_on(circulation.number, "circulation.drafted", actor, facts.compact)
          circulation
        end
      end

      # By the class's own word, or like any sending. Raises Errors::Forbidden.
      def self.allow_class!(actor, class_id)
        makers = Store::RecordClass[class_id].definition["circulators"]
        return if Core::Circulations::Makers.may?(makers, role: actor.role, id: actor.id)

        raise Errors::Forbidden.new(:class_circulated_by_others, title: Store::RecordClass[class_id].title)
      end

      private

      def of_record(actor, record)
        allow_record!(actor, record, :see)
        refuse_destroyed!(record)
        version = Queries::CirculationPlan.newest_version(record) or
          raise Errors::Missing.new(:no_version_to_send, number: record.number)
        {
          mode: "one",
          title: record.title,
          record_id: record.id,
          version_id: version.id,
          record_class_id: record.record_class_id,
          case_file_id: record.case_file_id
        }
      end

      def of_template(template, case_file)
        raise Errors::Invalid, { "case_file" => :choose_case_file } unless case_file

        {
          mode: "each",
          title: template.title,
          template_id: template.id,
          template_version: template.current,
          record_class_id: Store::RecordClass.where(code: template.definition["class"]).get(:id),
          case_file_id: case_file.id
        }
      end

      def number
        prefix = office.number_prefix
        format("%s-C-%04d", prefix, Store::Counters.next("circulation:#{prefix}"))
      end
    end
  end
end
