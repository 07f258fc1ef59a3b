# frozen_string_literal: true

module JustSeal
  module Demo
    # The demo's records: [key, class, case file, days ago, outside party, title, particulars].
    module Records
      NEXT_YEAR = { valid_from: "2027-01-01", valid_to: "2027-12-31" }.freeze

      ALL = [
        [
          :whimbrel,
          "MB",
          "BL-2027",
          34,
          :lindqvist,
          "Berth licence, SY Whimbrel, berth 21",
          { vessel: "SY Whimbrel", berth: "Berth 21", licensee: "Emil Lindqvist", yearly_dues: "2460.00", **NEXT_YEAR }
        ],
        [
          :plover,
          "MB",
          "BL-2027",
          30,
          :plover,
          "Berth licence, FV Grey Plover, berth 3",
          {
            vessel: "FV Grey Plover",
            berth: "Berth 3",
            licensee: "Plover Fishing",
            yearly_dues: "6120.00",
            **NEXT_YEAR
          }
        ],
        [
          :channel1,
          "DR",
          "NC-2026",
          29,
          :kettle,
          "Dredging consent, north channel, phase 1",
          {
            contractor: "Kettle Dredging",
            area: "North channel, phase 1",
            volume: "48500",
            spoil_ground: "Ground C, circle 2",
            method: "trailing suction hopper"
          }
        ],
        [
          :channel2,
          "DR",
          "NC-2026",
          24,
          :kettle,
          "Dredging consent, north channel, phase 2",
          {
            contractor: "Kettle Dredging",
            area: "North channel, phase 2",
            volume: "61200",
            spoil_ground: "Ground C, circle 4",
            method: "trailing suction hopper"
          }
        ],
        [
          :ostara1,
          "HZ",
          "OP-2026",
          23,
          :ostara,
          "Dangerous-goods statement, MV Ostara, October call",
          { vessel: "MV Ostara", un_numbers: "1203, 1263, 3082", stowage: "deck, bays 3 and 4", agent: "Ostara Line" }
        ],
        [
          :aud,
          "PL",
          "PI-2027",
          22,
          :pilot,
          "Pilotage authorisation, Aud Viken-Moe",
          { pilot: "Aud Viken-Moe", district: "Outer Sound", length_limit: "180", **NEXT_YEAR }
        ],
        [
          :sanderling,
          "MB",
          "BL-2027",
          12,
          :halloran,
          "Berth licence, MV Sanderling, berth 14",
          {
            vessel: "MV Sanderling",
            berth: "Berth 14",
            licensee: "Sanderling Shipping",
            yearly_dues: "18400.00",
            **NEXT_YEAR
          }
        ],
        [
          :plot22,
          "QL",
          "EQ-2026",
          11,
          :tarrow,
          "Quay lease, plot 22 east",
          { plot: "Plot 22 east", tenant: "Tarrow Cold Store", yearly_rent: "64000.00", term: "6" }
        ],
        [
          :knot,
          "MB",
          "BL-2027",
          10,
          :halloran,
          "Berth licence, MV Knot, berth 15",
          {
            vessel: "MV Knot",
            berth: "Berth 15",
            licensee: "Sanderling Shipping",
            yearly_dues: "17250.00",
            **NEXT_YEAR
          }
        ],
        [
          :lock2,
          "IN",
          "OP-2026",
          9,
          :marsh,
          "Incident statement, contact at lock 2",
          { vessel: "MV Sanderling", place: "Lock 2, east gate", day: "2026-11-12", witness: "Delphine Marsh" }
        ],
        [
          :ostara2,
          "HZ",
          "OP-2026",
          8,
          :ostara,
          "Dangerous-goods statement, MV Ostara, November call",
          {
            vessel: "MV Ostara",
            un_numbers: "1203, 1950, 2794, 3082",
            stowage: "deck, bays 3 to 5",
            agent: "Ostara Line"
          }
        ],
        [
          :turnstone,
          "MB",
          "BL-2027",
          7,
          :plover,
          "Berth licence, FV Turnstone, berth 4",
          { vessel: "FV Turnstone", berth: "Berth 4", licensee: "Plover Fishing", yearly_dues: "5980.00", **NEXT_YEAR }
        ],
        [
          :gales,
          "SP",
          "OP-2026",
          7,
          nil,
          "Standing procedure 14, mooring in gales",
          { procedure_number: "14", units: "Pilots, Mooring gang, Harbour watch" }
        ],
        [
          :dunlin,
          "MB",
          "BL-2027",
          6,
          :halloran,
          "Berth licence, MV Dunlin, berth 16",
          {
            vessel: "MV Dunlin",
            berth: "Berth 16",
            licensee: "Sanderling Shipping",
            yearly_dues: "17900.00",
            **NEXT_YEAR
          }
        ],
        [
          :plot23,
          "QL",
          "EQ-2026",
          6,
          :tarrow,
          "Quay lease, plot 23 east",
          { plot: "Plot 23 east", tenant: "Tarrow Cold Store", yearly_rent: "38500.00", term: "3" }
        ],
        [
          :basin,
          "DR",
          "NC-2026",
          5,
          :kettle,
          "Dredging consent, inner basin",
          {
            contractor: "Kettle Dredging",
            area: "Inner basin",
            volume: "9800",
            spoil_ground: "Ground A",
            method: "backhoe on pontoon"
          }
        ],
        [
          :second,
          "PL",
          "PI-2027",
          5,
          :pilot,
          "Pilotage authorisation, Aud Viken-Moe, inner harbour",
          { pilot: "Aud Viken-Moe", district: "Inner harbour", length_limit: "120", **NEXT_YEAR }
        ],
        [
          :crane,
          "IN",
          "OP-2026",
          4,
          :marsh,
          "Incident statement, crane 5, dropped sling",
          { place: "Crane 5, east quay", day: "2026-11-17", witness: "Delphine Marsh" }
        ],
        [
          :curlew,
          "MB",
          "BL-2027",
          4,
          :lindqvist,
          "Berth licence, SY Curlew, berth 22",
          { vessel: "SY Curlew", berth: "Berth 22", licensee: "Emil Lindqvist", yearly_dues: "2380.00", **NEXT_YEAR }
        ],
        [
          :shed,
          "QL",
          "EQ-2026",
          3,
          :tarrow,
          "Quay lease, shed 7",
          { plot: "Shed 7, east quay", tenant: "Tarrow Cold Store", yearly_rent: "22000.00", term: "2" }
        ],
        [
          :third,
          "PL",
          "PI-2027",
          3,
          :pilot,
          "Pilotage authorisation, Aud Viken-Moe, night tows",
          { pilot: "Aud Viken-Moe", district: "Outer Sound, night", length_limit: "90", **NEXT_YEAR }
        ],
        [
          :fuel,
          "SP",
          "OP-2026",
          2,
          nil,
          "Standing procedure 15, fuelling at the quay",
          { procedure_number: "15", units: "Harbour watch, Quay crew" }
        ],
        [
          :ostara3,
          "HZ",
          "OP-2026",
          2,
          :ostara,
          "Dangerous-goods statement, MV Ostara, December call",
          { vessel: "MV Ostara", un_numbers: "1203, 3082", stowage: "deck, bay 3", agent: "Ostara Line" }
        ],
        [
          :ladder,
          "IN",
          "OP-2026",
          1,
          :marsh,
          "Incident statement, ladder at berth 9",
          { place: "Berth 9", day: "2026-11-20", witness: "Delphine Marsh" }
        ]
      ].freeze
    end
  end
end
