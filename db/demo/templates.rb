# frozen_string_literal: true

module JustSeal
  module Demo
    # Docket templates that stand ready for each class of the demo office: of dockets that went well, and of the kept
    # form of a standing procedure.
    module Templates
      ASK_ORDER = {
        "name" => "order_number",
        "label" => "Order number of the Trust",
        "type" => "text",
        "required" => false
      }.freeze
      ASK_CALL = { "name" => "call", "label" => "Day of the call", "type" => "date", "required" => true }.freeze

      # key of a docket, title, description, tags, titles of roles, what is more; :files where the documents themselves
      # are kept.
      ALL = [
        [
          :sanderling,
          "Berth licence, licensee and harbour master",
          "The yearly licence of a vessel: the licensee signs first, the harbour master after.",
          %w[berths yearly],
          ["Licensee", "Harbour master"],
          { "questions" => [ASK_ORDER], "message" => "Please sign. Order number: {{ask.order_number}}." }
        ],
        [
          :ostara2,
          "Dangerous-goods statement, agent and watch",
          "Stated by the agent before a call. The form is kept; the agent fills in packages and masses.",
          ["dangerous goods", "calls"],
          ["Agent", "Records office"],
          { "questions" => [ASK_CALL], "subject" => "Dangerous goods, call of {{ask.call}}", files: true }
        ],
        [
          :channel2,
          "Dredging consent, contractor and harbour master",
          "For each phase of the deepening.",
          %w[dredging],
          ["Contractor", "Harbour master"],
          {}
        ],
        [
          :aud,
          "Pilotage authorisation",
          "For a pilot and a district, valid for a year.",
          %w[pilots yearly],
          ["Pilot", "Harbour master"],
          {}
        ],
        [
          :plot22,
          "Quay lease, tenant and estates",
          "The long lease, with initials on its pages.",
          %w[leases],
          %w[Tenant],
          {}
        ],
        [
          :lock2,
          "Incident statement, witness",
          "Taken down by the office, signed by the witness.",
          %w[incidents],
          ["Witness", "Records office"],
          {}
        ]
      ].freeze

      # The kept form of a standing procedure, which whoever sends it signs and the harbour master acknowledges.
      PROCEDURE = {
        "title" => "Standing procedure, to be acknowledged",
        "description" => "The office's form of a procedure. Send another PDF in its place for another procedure.",
        "tags" => ["procedures"],
        "class" => "SP",
        "subject" => "",
        "message" => "Please read this procedure, and acknowledge it.",
        "deadline_days" => 5,
        "options" => {},
        "questions" => [],
        "roles" => [
          {
            "letter" => "A",
            "title" => "Whoever sends",
            "turn" => 1,
            "act" => "sign",
            "source" => "sender",
            "ref" => ""
          },
          {
            "letter" => "B",
            "title" => "Harbour master",
            "turn" => 2,
            "act" => "acknowledge",
            "source" => "staff",
            "ref" => "joss.petrossian@ravensholm.example"
          }
        ]
      }.freeze
      PLACE = { "x" => 72, "y" => 60, "width" => 170, "height" => 40 }.freeze

      module_function

      # What the template of a docket says beyond it: +titles+ of its first roles, in their order.
      def told(definition, description, tags, titles, more)
        roles = definition["roles"].zip(titles).map { |role, title| title ? role.merge("title" => title) : role }
        more = more.except(:files)
        definition.merge("description" => description, "tags" => tags, "roles" => roles, **more)
      end

      # The definition of the procedure's template, around +version+ (Store::Version) of +title+.
      def procedure(version, title)
        document = {
          "title" => title,
          "class" => "SP",
          "role" => "sign",
          "replace" => "may",
          "file" => version.sha256,
          "file_name" => version.file_name
        }
        field = { "document" => 1, "role" => "A", "kind" => "signature", "page" => version.page_count, **PLACE }
        PROCEDURE.merge(
          "format" => Core::Dockets::TemplateDefinition::FORMAT,
          "documents" => [document],
          "fields" => [field.merge("key" => "signature", "settings" => {})]
        )
      end
    end
  end
end
