# frozen_string_literal: true

module JustSeal
  module Web
    # The one table of places: which controller answers beneath which path, and what each path is called.
    module Routes
      # path => name of a class; longer ones before those that they begin with
      PLACES = {
        "/records/capture" => :Intakes,
        "/records/case-files" => :CaseFiles,
        "/records" => :Records,
        "/dockets" => :Dockets,
        "/evidence/inquiries" => :Inquiries,
        "/evidence/entries" => :Entries,
        "/evidence/watches" => :Watches,
        "/evidence" => :Evidence,
        "/rules/rulebook" => :Rulebooks,
        "/rules/docket-templates" => :DocketTemplates,
        "/rules/consent" => :ConsentTexts,
        "/rules/staff" => :Staff,
        "/rules/units" => :Units,
        "/rules/office" => :TheOffice,
        "/rules/sign-on" => :SignOnPolicies,
        "/rules/mails" => :Mails,
        "/rules/condition" => :Condition,
        "/rules/authorities" => :Authorities,
        "/rules" => :Rules,
        "/contacts" => :Contacts,
        "/check" => :CheckPage,
        "/room" => :RoomDoor,
        "/visit" => :SigningRoom,
        "/pad" => :RemoteSignaturePads,
        "/copies" => :Copies,
        "/give-back" => :GiveBack,
        "/account" => :OwnAccount,
        "/sign-on" => :SignOn,
        "/second-step" => :SecondStep,
        "/setup" => :Setup,
        "/look" => :Look,
        "/welcome" => :Welcome,
        "/forgotten" => :Forgotten,
        "/health" => :Health,
        "/ready" => :Ready,
        "/metrics" => :Metrics,
        "/" => :Desk
      }.freeze

      # The five places of the top line: key of layout.places => name of a path.
      TOP_LINE = { desk: :desk, records: :records, dockets: :dockets, evidence: :evidence, rules: :rules }.freeze

      # name => pattern. A part that begins with a colon is filled in, in order.
      PATHS = {
        desk: "/",
        find: "/find",
        login: "/login",
        logout: "/logout",
        sign_on: "/sign-on",
        account: "/account",
        records: "/records",
        record: "/records/:number",
        record_step: "/records/:number/:step",
        version_file: "/records/:number/versions/:version/file",
        capture: "/records/capture",
        intake: "/records/capture/:id",
        case_files: "/records/case-files",
        case_file: "/records/case-files/:code",
        contacts: "/contacts",
        contact: "/contacts/:id",
        contact_groups: "/contacts/groups",
        contact_group: "/contacts/groups/:id",
        dockets: "/dockets",
        docket: "/dockets/:number",
        docket_step: "/dockets/:number/:step",
        docket_file: "/dockets/:number/files/:id",
        docket_waiver: "/dockets/:number/waivers/:id",
        entry_proof: "/dockets/:number/entries/:seq/proof",
        evidence: "/evidence",
        evidence_health: "/evidence/health",
        checkpoints: "/evidence/checkpoints",
        entries: "/evidence/entries",
        inquiries: "/evidence/inquiries",
        inquiry: "/evidence/inquiries/:number",
        inquiry_step: "/evidence/inquiries/:number/:step",
        answer: "/evidence/inquiries/:number/answers/:position",
        watches: "/evidence/watches",
        rules: "/rules",
        record_class: "/rules/classes/:code",
        staff: "/rules/staff",
        staff_member: "/rules/staff/:id",
        units: "/rules/units",
        the_office: "/rules/office",
        sign_on_policy: "/rules/sign-on",
        mail: "/rules/mails/:kind",
        check: "/check",
        second_step: "/second-step",
        setup: "/setup",
        welcome: "/welcome/:token",
        forgotten: "/forgotten",
        rulebook: "/rules/rulebook",
        docket_templates: "/rules/docket-templates",
        docket_template: "/rules/docket-templates/:code",
        give_back: "/give-back",
        pad: "/pad/:token",
        copy: "/copies/:token/:position",
        visit: "/visit/:handle"
      }.freeze
    end
  end
end
