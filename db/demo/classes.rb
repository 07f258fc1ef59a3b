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
        "MB" => ["Berth licences", "Licences to keep a vessel at a berth of the Trust.",
                 [item("vessel", "Vessel"), item("berth", "Berth"), item("licensee", "Licensee"), *VALID, item("yearly_dues", "Yearly dues", "money", unit: "EUR")],
                 [{ "left" => "valid_to", "operator" => "after", "right" => "valid_from" }],
                 "{{number}} {{vessel}} {{valid_from|date:%Y}}", "Berth licences {{valid_from|date:%Y}}"],
        "PL" => ["Pilotage authorisations", "Authorisations to pilot vessels in a district.",
                 [item("pilot", "Pilot"), item("district", "District"), item("length_limit", "Vessel length limit", "number", unit: "m"), *VALID]],
        "DR" => ["Dredging consents", "Consents to dredge within the limits of the harbour.",
                 [item("contractor", "Contractor"), item("area", "Area"), item("volume", "Volume", "number", unit: "m³"), item("spoil_ground", "Spoil ground"), item("method", "Method")],
                 [], "{{number}} {{area}}", "North channel dredging/Sealed consents"],
        "HZ" => ["Dangerous-goods statements", "Statements on dangerous goods before a call.",
                 [item("vessel", "Vessel"), item("un_numbers", "UN numbers", "list", help: "Several with commas between them."), item("stowage", "Stowage"), item("agent", "Agent")]],
        "IN" => ["Incident statements", "What a witness of an incident saw.",
                 [item("vessel", "Vessel", required: false), item("place", "Place"), item("day", "Day", "date"), item("witness", "Witness")]],
        "QL" => ["Quay leases", "Leases of land and sheds on the quays.",
                 [item("plot", "Plot"), item("tenant", "Tenant"), item("yearly_rent", "Yearly rent", "money", unit: "EUR"), item("term", "Term", "number", unit: "years")]],
        "SP" => ["Standing procedures", "Procedures that staff acknowledge.",
                 [item("procedure_number", "Procedure number"), item("units", "Units concerned", "list")]]
      }.freeze

      CASE_FILES = { "BL-2027" => "Berth licences 2027", "PI-2027" => "Pilots of the Outer Sound", "NC-2026" => "North channel dredging",
                     "EQ-2026" => "East quay leases", "OP-2026" => "Operations and safety" }.freeze

      CONSENT = <<~TEXT.strip
        You can sign this document electronically, here and now. Your signature then has the meaning that it would have on paper.

        You will read the document first. What you are shown is exactly what is sealed: its bytes are compared when you sign. We record your name, your mail address, how you proved who you are, the network address and browser that you use, and the time of each step. All of this goes into the evidence that is kept with the document.

        You need not agree. If you would rather sign on paper, choose “Refuse, with a reason” and ask for paper there; the sender will send you the document by post. To sign electronically you need a browser that can show this page, and a mailbox that can keep a PDF.
      TEXT
    end
  end
end
