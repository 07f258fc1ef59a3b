# frozen_string_literal: true

module JustSeal
  module Demo
    # The invented people of Ravensholm Harbour Trust and those it deals with.
    module People
      PASSWORD = "lantern-quay-demo"

      OFFICE = {
        name: "Ravensholm Harbour Trust",
        zone: "Europe/Oslo",
        number_prefix: "RH",
        sender: "records@ravensholm.example"
      }.freeze

      # name => the one above it
      UNITS = {
        "Records office" => nil,
        "Compliance" => nil,
        "Internal audit" => nil,
        "Harbour master" => nil,
        "Berths and leases" => "Harbour master"
      }.freeze
      HEADS = { "Records office" => :maren, "Compliance" => :edda, "Harbour master" => :joss }.freeze

      STAFF = [
        { email: "maren.oake@ravensholm.example", name: "Maren Oake", role: "administrator", unit: "Records office" },
        { email: "edda.viken@ravensholm.example", name: "Edda Viken", role: "compliance", unit: "Compliance" },
        { email: "tobias.renn@ravensholm.example", name: "Tobias Renn", role: "sender", unit: "Berths and leases" },
        {
          email: "joss.petrossian@ravensholm.example",
          name: "Joss Petrossian",
          role: "sender",
          unit: "Harbour master"
        },
        { email: "rosalind.abara@ravensholm.example", name: "Rosalind Abara", role: "auditor", unit: "Internal audit" },
        { email: "sunniva.dahl@ravensholm.example", name: "Sunniva Dahl", role: "compliance", unit: "Compliance" }
      ].freeze
      # Who signs in by two factors, as all who administer, decide or audit do outside of the demo.
      TWO_FACTORS = "sunniva.dahl@ravensholm.example"

      # name, mail address, organisation, telephone
      OUTSIDE = {
        halloran: ["Ines Halloran", "i.halloran@sanderling.example", "Sanderling Shipping", "0000 52 11"],
        plover: ["Piers Wetherall", "p.wetherall@greyplover.example", "Plover Fishing", "0000 52 37"],
        kettle: ["Ruben Abara-Lund", "r.lund@kettledredging.example", "Kettle Dredging", "0000 61 04"],
        tarrow: ["Signe Åkerblom", "signe@tarrowcold.example", "Tarrow Cold Store", "0000 61 80"],
        ostara: ["Λυδία Πετράκη", "l.petraki@ostaraline.example", "Ostara Line", "0000 70 15"],
        pilot: ["Aud Viken-Moe", "aud.moe@outersound.example", "Outer Sound Pilots", "0000 70 42"],
        lindqvist: ["Emil Lindqvist", "emil@whimbrel.example", "", "0000 83 26"],
        marsh: ["Delphine Marsh", "d.marsh@marshandvane.example", "Marsh and Vane, surveyors", "0000 83 91"]
      }.freeze
    end
  end
end
