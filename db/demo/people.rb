# frozen_string_literal: true

module JustSeal
  module Demo
    # The invented people of Ravensholm Harbour Trust and those it deals with.
    module People
      PASSWORD = "lantern-quay-demo"

      STAFF = [
        { email: "maren.oake@ravensholm.example", name: "Maren Oake", role: "administrator", unit: "Records office" },
        { email: "edda.viken@ravensholm.example", name: "Edda Viken", role: "compliance", unit: "Compliance" },
        { email: "tobias.renn@ravensholm.example", name: "Tobias Renn", role: "sender", unit: "Berths and leases" },
        { email: "joss.petrossian@ravensholm.example", name: "Joss Petrossian", role: "sender", unit: "Harbour master" },
        { email: "rosalind.abara@ravensholm.example", name: "Rosalind Abara", role: "auditor", unit: "Internal audit" }
      ].freeze

      OUTSIDE = {
        halloran: ["Ines Halloran", "i.halloran@sanderling.example", "Sanderling Shipping"],
        plover: ["Piers Wetherall", "p.wetherall@greyplover.example", "Plover Fishing"],
        kettle: ["Ruben Abara-Lund", "r.lund@kettledredging.example", "Kettle Dredging"],
        tarrow: ["Signe Åkerblom", "signe@tarrowcold.example", "Tarrow Cold Store"],
        ostara: ["Λυδία Πετράκη", "l.petraki@ostaraline.example", "Ostara Line"],
        pilot: ["Aud Viken-Moe", "aud.moe@outersound.example", "Outer Sound Pilots"],
        lindqvist: ["Emil Lindqvist", "emil@whimbrel.example", ""],
        marsh: ["Delphine Marsh", "d.marsh@marshandvane.example", "Marsh and Vane, surveyors"]
      }.freeze
    end
  end
end
