# frozen_string_literal: true

module JustSeal
  module Core
    # What each role of the staff may do. A compliance officer writes rules and watches; an auditor reads, one from
    # outside only what one inquiry is about.
    module Rights
      STAFF = %w[administrator compliance sender auditor].freeze
      ROLES = [*STAFF, "outside"].freeze

      TABLE = {
        view: %w[administrator compliance sender auditor outside],
        download: %w[administrator compliance sender auditor outside],
        capture: %w[administrator sender],
        prepare: %w[administrator sender],
        send: %w[administrator sender],
        withdraw: %w[administrator sender],
        define_classes: %w[administrator],
        write_rules: %w[compliance],
        dispose: %w[administrator compliance],
        see_disposals: %w[administrator compliance auditor],
        keep_holds: %w[administrator compliance],
        keep_algorithms: %w[administrator compliance],
        write_schedules: %w[administrator compliance],
        instruct: %w[administrator sender],
        keep_webhooks: %w[administrator sender],
        publish_instructions: %w[administrator compliance sender],
        ask_waiver: %w[administrator sender],
        allow_waiver: %w[compliance],
        see_rules: %w[administrator compliance sender auditor],
        keep_contacts: %w[administrator sender],
        keep_case_files: %w[administrator],
        take_checkpoint: %w[administrator compliance auditor],
        renew: %w[administrator compliance],
        keep_staff: %w[administrator],
        keep_keys: %w[administrator],
        keep_office: %w[administrator],
        write_consent: %w[compliance],
        inquire: %w[administrator compliance auditor],
        see_inquiries: %w[administrator compliance auditor outside],
        find_entries: %w[administrator compliance auditor],
        watch: %w[compliance administrator],
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
