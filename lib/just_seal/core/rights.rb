# frozen_string_literal: true

module JustSeal
  module Core
    # What each role of the staff may do. A compliance officer writes rules and watches; an auditor reads.
    module Rights
      ROLES = { "administrator" => "Records administrator", "compliance" => "Compliance officer", "sender" => "Sender",
                "auditor" => "Auditor" }.freeze

      TABLE = {
        view: %w[administrator compliance sender auditor],
        download: %w[administrator compliance sender auditor],
        capture: %w[administrator sender],
        prepare: %w[administrator sender],
        send: %w[administrator sender],
        withdraw: %w[administrator sender],
        define_classes: %w[administrator],
        write_rules: %w[compliance],
        ask_waiver: %w[administrator sender],
        allow_waiver: %w[compliance],
        see_rules: %w[administrator compliance sender auditor],
        keep_contacts: %w[administrator sender],
        keep_case_files: %w[administrator],
        take_checkpoint: %w[administrator compliance auditor],
        renew: %w[administrator compliance],
        keep_staff: %w[administrator],
        write_consent: %w[compliance],
        correct: %w[administrator sender],
        free_any_record: %w[administrator],
        manage_any_docket: %w[administrator]
      }.freeze

      module_function

      # May somebody with +role+ do +act+ (a key of TABLE)?
      def may?(role, act) = TABLE.fetch(act).include?(role)
    end
  end
end
