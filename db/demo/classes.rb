# frozen_string_literal: true

module JustSeal
  module Demo
    # The record classes and case files of the demo office.
    module Classes
      def self.item(name, label, type = "text", **rest)
        { "name" => name, "label" => label, "type" => type, "required" => true, **rest.transform_keys(&:to_s) }
      end

      VALID = [item("valid_from", "Valid from", "date"), item("valid_to", "Valid to", "date")].freeze

      ALL = {
        "MB" => [
          "Berth licences",
          "Licences to keep a vessel at a berth of the Trust.",
          [
            item("vessel", "Vessel"),
            item("berth", "Berth"),
            item("licensee", "Licensee", listed: true),
            item("signatory", "Signs for the licensee", "contact", required: false),
            *VALID,
            item("yearly_dues", "Yearly dues", "money", unit: "EUR", listed: true)
          ],
          [{ "left" => "valid_to", "operator" => "after", "right" => "valid_from" }],
          "{{number}} {{vessel}} {{valid_from|date:%Y}}",
          "Berth licences {{valid_from|date:%Y}}",
          [
            %w[particular signatory],
            %w[staff joss]
          ]
        ],
        "PL" => [
          "Pilotage authorisations",
          "Authorisations to pilot vessels in a district.",
          [
            item("pilot", "Pilot"),
            item("district", "District"),
            item("length_limit", "Vessel length limit", "number", unit: "m"),
            *VALID
          ]
        ],
        "DR" => [
          "Dredging consents",
          "Consents to dredge within the limits of the harbour.",
          [
            item("contractor", "Contractor"),
            item("area", "Area"),
            item("volume", "Volume", "number", unit: "m³"),
            item("spoil_ground", "Spoil ground"),
            item("method", "Method")
          ],
          [],
          "{{number}} {{area}}",
          "North channel dredging/Sealed consents",
          [%w[staff joss]]
        ],
        "HZ" => [
          "Dangerous-goods statements",
          "Statements on dangerous goods before a call.",
          [
            item("vessel", "Vessel"),
            item("un_numbers", "UN numbers", "list", help: "Several with commas between them."),
            item("stowage", "Stowage"),
            item("agent", "Agent")
          ]
        ],
        "IN" => [
          "Incident statements",
          "What a witness of an incident saw.",
          [
            item("vessel", "Vessel", required: false),
            item("place", "Place"),
            item("day", "Day", "date"),
            item("witness", "Witness")
          ]
        ],
        "QL" => [
          "Quay leases",
          "Leases of land and sheds on the quays.",
          [
            item("plot", "Plot"),
            item("tenant", "Tenant"),
            item("signatory", "Signs for the tenant", "contact", required: false),
            item("yearly_rent", "Yearly rent", "money", unit: "EUR"),
            item("term", "Term", "number", unit: "years")
          ],
          [],
          "",
          "",
          [%w[particular signatory], %w[staff tobias]]
        ],
        "SP" => [
          "Standing procedures",
          "Procedures that staff acknowledge.",
          [item("procedure_number", "Procedure number"), item("units", "Units concerned", "list")]
        ]
      }.freeze

      # [code, title, note, parent, class, particulars, who may see, who may change]; the last two are lists of units.
      CASE_FILES = [
        [
          "BL-2027",
          "Berth licences 2027",
          "Licences for the year 2027.",
          nil,
          "MB",
          { "valid_from" => "2027-01-01", "valid_to" => "2027-12-31" },
          [],
          []
        ],
        [
          "PI-2027",
          "Pilots of the Outer Sound",
          "",
          nil,
          "PL",
          { "valid_from" => "2027-01-01", "valid_to" => "2027-12-31" },
          [],
          []
        ],
        [
          "NC-2026",
          "North channel dredging",
          "Deepening of the north channel, 2026 to 2028.",
          nil,
          "DR",
          { "contractor" => "Kettle Dredging" },
          [],
          []
        ],
        ["EQ-2026", "East quay leases", "", nil, "QL", {}, [], ["Berths and leases"]],
        ["OP-2026", "Operations and safety", "", nil, nil, {}, [], []],
        [
          "CC-2026",
          "Claims and complaints",
          "Letters of claim and what was answered.",
          "OP-2026",
          "IN",
          {},
          ["Records office"],
          ["Records office"]
        ]
      ].freeze

      CONSENT = File.read(File.join(ROOT, "config", "starters", "consent.en.txt")).strip
      CONSENT_NB = File.read(File.join(__dir__, "texts", "consent.nb.txt")).strip
    end
  end
end
