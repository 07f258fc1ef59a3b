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
                 [item("vessel", "Vessel"), item("berth", "Berth"), item("licensee", "Licensee", listed: true), item("signatory", "Signs for the licensee", "contact", required: false), *VALID, item("yearly_dues", "Yearly dues", "money", unit: "EUR", listed: true)],
                 [{ "left" => "valid_to", "operator" => "after", "right" => "valid_from" }],
                 "{{number}} {{vessel}} {{valid_from|date:%Y}}", "Berth licences {{valid_from|date:%Y}}", [%w[particular signatory], %w[staff joss]]],
        "PL" => ["Pilotage authorisations", "Authorisations to pilot vessels in a district.",
                 [item("pilot", "Pilot"), item("district", "District"), item("length_limit", "Vessel length limit", "number", unit: "m"), *VALID]],
        "DR" => ["Dredging consents", "Consents to dredge within the limits of the harbour.",
                 [item("contractor", "Contractor"), item("area", "Area"), item("volume", "Volume", "number", unit: "m³"), item("spoil_ground", "Spoil ground"), item("method", "Method")],
                 [], "{{number}} {{area}}", "North channel dredging/Sealed consents", [%w[staff joss]]],
        "HZ" => ["Dangerous-goods statements", "Statements on dangerous goods before a call.",
                 [item("vessel", "Vessel"), item("un_numbers", "UN numbers", "list", help: "Several with commas between them."), item("stowage", "Stowage"), item("agent", "Agent")]],
        "IN" => ["Incident statements", "What a witness of an incident saw.",
                 [item("vessel", "Vessel", required: false), item("place", "Place"), item("day", "Day", "date"), item("witness", "Witness")]],
        "QL" => ["Quay leases", "Leases of land and sheds on the quays.",
                 [item("plot", "Plot"), item("tenant", "Tenant"), item("signatory", "Signs for the tenant", "contact", required: false), item("yearly_rent", "Yearly rent", "money", unit: "EUR"), item("term", "Term", "number", unit: "years")], [], "", "", [%w[particular signatory], %w[staff tobias]]],
        "SP" => ["Standing procedures", "Procedures that staff acknowledge.",
                 [item("procedure_number", "Procedure number"), item("units", "Units concerned", "list")]]
      }.freeze

      # [code, title, note, parent, class, particulars, who may see, who may change]; the last two are lists of units.
      CASE_FILES = [
        ["BL-2027", "Berth licences 2027", "Licences for the year 2027.", nil, "MB", { "valid_from" => "2027-01-01", "valid_to" => "2027-12-31" }, [], []],
        ["PI-2027", "Pilots of the Outer Sound", "", nil, "PL", { "valid_from" => "2027-01-01", "valid_to" => "2027-12-31" }, [], []],
        ["NC-2026", "North channel dredging", "Deepening of the north channel, 2026 to 2028.", nil, "DR", { "contractor" => "Kettle Dredging" }, [], []],
        ["EQ-2026", "East quay leases", "", nil, "QL", {}, [], ["Berths and leases"]],
        ["OP-2026", "Operations and safety", "", nil, nil, {}, [], []],
        ["CC-2026", "Claims and complaints", "Letters of claim and what was answered.", "OP-2026", "IN", {}, ["Records office"], ["Records office"]]
      ].freeze

      CONSENT = <<~TEXT.strip
        You can sign this document electronically, here and now. Your signature then has the meaning that it would have on paper.

        You will read the document first. What you are shown is exactly what is sealed: its bytes are compared when you sign. We record your name, your mail address, how you proved who you are, the network address and browser that you use, and the time of each step. All of this goes into the evidence that is kept with the document.

        You need not agree. If you would rather sign on paper, choose “Refuse, with a reason” and ask for paper there; the sender will send you the document by post. To sign electronically you need a browser that can show this page, and a mailbox that can keep a PDF.
      TEXT
      CONSENT_NB = <<~TEXT.strip
        Du kan undertegne dette dokumentet elektronisk, her og nå. Underskriften din gjelder da slik den ville ha gjort på papir.

        Først leser du dokumentet. Det du får se, er nøyaktig det som blir forseglet: innholdet sammenlignes byte for byte når du undertegner. Vi tar vare på navnet ditt, e-postadressen, hvordan du viste hvem du er, nettadressen og nettleseren du bruker, og tidspunktet for hvert trinn. Alt dette blir en del av beviset som oppbevares sammen med dokumentet.

        Du trenger ikke å samtykke. Vil du heller undertegne på papir, så avslå med en begrunnelse og be om papir der; avsenderen sender deg dokumentet i posten.
      TEXT
    end
  end
end
