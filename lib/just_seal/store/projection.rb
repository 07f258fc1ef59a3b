# frozen_string_literal: true

module JustSeal
  module Store
    # The tables on which evidence rests. What their rows hold is stated in the ledger, by triggers of the database: the
    # ledger is the truth, and rows are its projection.
    module Projection
      # +key+: its columns; +silent+: columns that are not stated; +hidden+: columns about people, of which the ledger
      # has salted hashes; +draft+: which rows belong to a docket that is a draft, and are not stated yet.
      Table = Core::Value.of(:name, :key, :silent, :hidden, :draft) do
        def self.read(name, (key, silent, hidden))
          new(name: name, key: key.split, silent: silent.split, hidden: hidden.split, draft: DRAFT[name])
        end
      end
      DRAFTS = "(SELECT id FROM dockets WHERE state = 'draft')"
      DRAFT = {
        dockets: "t.state = 'draft'",
        docket_documents: "t.docket_id IN #{DRAFTS}",
        parties: "t.docket_id IN #{DRAFTS}",
        party_members: "t.party_id IN (SELECT id FROM parties WHERE docket_id IN #{DRAFTS})",
        fields: "t.document_id IN (SELECT id FROM docket_documents WHERE docket_id IN #{DRAFTS})"
      }.freeze
      TABLES = {
        accounts: ["id", "wrong_steps steps_locked_until may_enrol_until password_for_once edits", "email name"],
        api_tokens: ["id", "token_sha256 used_at", ""],
        answers: ["id", "state done size problem", "params"],
        authenticators: ["id", "secret last_step sign_count begun_at", "email credential_id"],
        case_files: ["id", "edits", "note particulars parties"],
        consent_texts: ["version", "", ""],
        deputies: ["id", "", ""],
        disposal_approvals: ["disposal_id role", "", ""],
        disposal_lines: ["id", "", ""],
        disposals: ["id", "", ""],
        docket_documents: ["id", "", "particulars"],
        docket_files: ["id", "", "file_name"],
        docket_stubs: ["docket_id", "", ""],
        docket_template_versions: ["template_id version", "", ""],
        docket_templates: ["id", "", ""],
        dockets: ["id", "edits warned_at told", "message ended_because options title subject"],
        document_templates: ["id", "", ""],
        fields: ["id", "", "value"],
        hold_terms: ["id", "", "value facts"],
        holds: ["id", "", ""],
        inquiries: ["id", "edits closing_at problem", ""],
        instruction_publications: ["instruction_id version", "", ""],
        instruction_versions: ["instruction_id version", "", ""],
        intake_files: [
          "id",
          "kind state problem pdf_sha256 pdf_size_bytes page_count page_sizes findings offers flattened marks " \
          "record_id",
          "file_name"
        ],
        office_choices: ["name", "", ""],
        particular_conflicts: ["id", "", "typed taken"],
        parties: [
          "id",
          "state_since invited_at reminded_at reminders wrong_tries locked_at phrase_hash",
          "name email organisation telephone note job_title refused_because card acts_for"
        ],
        party_members: ["id", "", "name email organisation job_title telephone"],
        program_accounts: ["account_id", "", ""],
        proofs: ["id", "", "address client facts"],
        record_class_versions: ["record_class_id version", "", ""],
        record_classes: ["id", "", ""],
        provisioned_accounts: ["account_id", "", "external_id"],
        record_reviews: ["id", "", "because"],
        record_successions: ["id", "", ""],
        records: ["id", "edits docket_state", "particulars title"],
        retention_publications: ["record_class_id version", "", ""],
        retention_versions: ["record_class_id version", "", ""],
        rulebook_publications: ["version", "", ""],
        rulebooks: ["version", "", ""],
        sample_items: ["id", "", "note"],
        sign_on_identities: ["id", "", "subject"],
        stubs: ["record_id", "", ""],
        taken_packages: ["record_id", "", ""],
        transfer_lines: ["id", "", ""],
        transfers: ["id", "", ""],
        units: ["name", "", ""],
        versions: ["id", "page_sizes findings", "file_name"],
        visits: [
          "id",
          "link_id handle secret_sha256 host via used_at ended_at draft typed handed_out",
          "address client"
        ],
        waivers: ["id", "", "reason"],
        webhooks: ["id", "secret former_secret changed_at failing_since", ""]
      }.to_h { |name, columns| [name, Table.read(name, columns)] }.freeze
      # Values longer than this are stated as hashes.
      LONG = 100
    end
  end
end
