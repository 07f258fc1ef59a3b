# frozen_string_literal: true

require "date"
require_relative "clauses"
require_relative "paper"

module JustSeal
  module Demo
    # Makes the document of a record from its particulars. Each method returns a finished Paper.
    class Documents
      TRUST = "For Ravensholm Harbour Trust"

      def initialize(faces)
        @faces = faces
      end

      # +code+: of the class; +values+: particulars with symbols as keys; +whom+: [name, address, organisation] of the
      # outside party.
      def make(code, title, values, whom)
        @paper = Paper.new(@faces, "#{code} · #{values.fetch(:ref)}")
        send(:"make_#{code.downcase}", title, values, whom)
        @paper
      end

      private

      def long_date(text) = Date.iso8601(text).strftime("%-d %B %Y")
      def money(text) = text.gsub(/\A(\d+)/) { |whole| whole.reverse.scan(/\d{1,3}/).join(",").reverse }

      def clauses(list) = list.each.with_index(1) { |(heading, text), number| @paper.clause(number, heading, text) }

      def make_mb(_title, values, whom)
        @paper.title("Berth licence", "#{values[:vessel]}, #{values[:berth].downcase}")
        @paper.text(
          "Ravensholm Harbour Trust (the Trust) grants #{values[:licensee]} (the Licensee) the use of " \
          "#{values[:berth].downcase} for #{values[:vessel]}, on the terms that follow."
        )
        @paper.facts(
          [
            ["Vessel", values[:vessel]],
            ["Berth", values[:berth]],
            ["Licensee", values[:licensee]],
            [
              "Valid",
              "#{long_date(values[:valid_from])} to #{long_date(values[:valid_to])}"
            ],
            ["Yearly dues", "EUR #{money(values[:yearly_dues])}"]
          ]
        )
        clauses(Clauses::BERTH)
        @paper.heading("Schedule: dues and cover")
        @paper.table(
          ["Quarter", "Payable on", "Amount, EUR", "Least cover, EUR"],
          %w[January April July October].map do |month|
            ["from #{month}", "1 #{month}", money(format("%.2f", values[:yearly_dues].to_f / 4)), "2,500,000"]
          end,
          [120, 120, 110, 100]
        )
        @paper.signature_block("For the Licensee, #{whom[2].empty? ? whom[0] : whom[2]}")
        @paper.signature_block(TRUST)
      end

      def make_ql(_title, values, _whom)
        @paper.title("Quay lease", values[:plot])
        @paper.text(
          "Between Ravensholm Harbour Trust (the Trust) and #{values[:tenant]} (the tenant), on the terms that follow."
        )
        @paper.facts(
          [
            ["Plot", values[:plot]],
            ["Tenant", values[:tenant]],
            ["Yearly rent", "EUR #{money(values[:yearly_rent])}"],
            ["Term", "#{values[:term]} years from 1 April 2027"]
          ]
        )
        Clauses::LEASE.each_slice(5).with_index { |part, index| lease_part(part, index) }
        schedules(values)
        @paper.signature_block("For the tenant, #{values[:tenant]}")
        @paper.signature_block(TRUST)
      end

      PARTS = [
        "Part I: what is let",
        "Part II: how it is used",
        "Part III: care and conduct",
        "Part IV: the end, and the rest"
      ].freeze
      TENANT = "Where this clause speaks of the tenant, it means also those who work for it, who call on it, and " \
               "whose goods it stores."
      private_constant :PARTS, :TENANT

      def lease_part(part, index)
        @paper.heading(PARTS.fetch(index))
        part.each.with_index((index * 5) + 1) do |(heading, text), number|
          @paper.clause(number, heading, text)
          @paper.text(TENANT, indent: 26)
        end
      end

      def schedules(values)
        @paper.heading("Schedule 1: plant and fittings that go with the plot")
        @paper.table(%w[Item Place Condition], fittings, [170, 160, 120])
        @paper.heading("Schedule 2: rent by quarter")
        @paper.table(["Year", "Quarter", "Rent, EUR"], quarters(values), [120, 120, 120])
        @paper.heading("Schedule 3: rules of the quay")
        clauses(Clauses::QUAY_RULES)
        @paper.heading("Schedule 4: what was found at the handing over")
        @paper.table(["Part of the plot", "Found", "Noted by"], findings, [190, 160, 100])
      end

      def fittings
        Array.new(14) do |index|
          ["Bollard pair #{index + 1}", "quay edge, #{12 * index} m", index % 5 == 3 ? "worn, to be replaced" : "sound"]
        end
      end

      def quarters(values)
        rent = money(format("%.2f", values[:yearly_rent].to_f / 4))
        Array.new(4 * values[:term].to_i) { |index| [2027 + ((index + 1) / 4), ((index + 1) % 4) + 1, rent] }
      end

      def findings
        parts = ["Roof bay", "Wall panel", "Door", "Drain", "Floor slab", "Lamp post", "Hydrant"]
        Array.new(112) do |index|
          [
            "#{parts[index % 7]} #{(index / 7) + 1}",
            index % 9 == 4 ? "cracked, photographed" : "in order",
            index.even? ? "T. Renn" : "S. Åkerblom"
          ]
        end
      end

      def make_dr(_title, values, _whom)
        @paper.title("Dredging consent", values[:area])
        @paper.facts(
          [
            ["Contractor", values[:contractor]],
            ["Area", values[:area]],
            ["Volume", "#{money(values[:volume])} m³"],
            ["Spoil ground", values[:spoil_ground]],
            ["Method", values[:method]]
          ]
        )
        clauses(Clauses::DREDGING)
        @paper.heading("Schedule: limits and stations")
        @paper.table(
          ["Station", "Turbidity limit, NTU", "Read every"],
          [
            ["Buoy N1", "45", "hour"],
            ["Buoy N4", "45", "hour"],
            ["Mole head", "30", "three hours"],
            ["Spoil ground, edge", "60", "hopper"]
          ],
          [180, 150, 120]
        )
        @paper.signature_block("For the contractor, #{values[:contractor]}")
        @paper.signature_block(TRUST)
      end

      def make_pl(_title, values, whom)
        @paper.title("Pilotage authorisation", "#{values[:pilot]}, #{values[:district]}")
        @paper.facts(
          [
            ["Pilot", values[:pilot]],
            ["District", values[:district]],
            ["Vessels up to", "#{values[:length_limit]} m"],
            ["Valid", "#{long_date(values[:valid_from])} to #{long_date(values[:valid_to])}"]
          ]
        )
        clauses(Clauses::PILOT)
        @paper.signature_block("The pilot, #{whom[0]}")
        @paper.signature_block(TRUST)
      end

      def make_hz(_title, values, whom)
        @paper.title("Dangerous-goods statement", values[:vessel])
        @paper.text(
          "Stated by the agent before the vessel's call, under the port's by-law 7. The agent answers for its being " \
          "complete."
        )
        @paper.facts([["Vessel", values[:vessel]], ["Agent", values[:agent]], ["Stowage", values[:stowage]]])
        @paper.table(
          ["UN number", "Packing group", "Packages", "Gross mass, kg"],
          values[:un_numbers].split(", ").each_with_index.map do |number, index|
            [number, %w[II III I][index % 3], 12 + (index * 7), 480 + (index * 135)]
          end,
          [120, 120, 100, 110]
        )
        @paper.text(
          "The goods are packed, marked and stowed as the rules for carriage by sea ask, and the papers for them are " \
          "on board. Leaking or damaged packages are reported to the harbour watch at once on channel 12."
        )
        @paper.asks(
          [
            [
              "Packages in all",
              "number",
              { "required" => true, "decimals" => 0, "least" => "1", "most" => "5000" }
            ],
            ["Gross mass, kg", "number", { "required" => true, "decimals" => 1, "least" => "1" }],
            [
              "Mean mass, kg",
              "computed",
              { "formula" => "gross_mass / packages", "decimals" => 1, "unit" => "kg" }
            ],
            ["Stowed", "choice", { "required" => true, "options" => ["On deck", "In the hold", "Both"] }]
          ]
        )
        @paper.ask_tick("A certificate of packing is on board for every unit", { "required" => true })
        @paper.signature_block("The agent, #{whom[2]}")
        @paper.signature_block(TRUST)
      end

      def make_in(_title, values, whom)
        @paper.title("Incident statement", "#{values[:place]}, #{long_date(values[:day])}")
        @paper.facts(
          [
            ["Place", values[:place]],
            ["Day", long_date(values[:day])],
            ["Vessel", values[:vessel] || "none"],
            ["Witness", values[:witness]]
          ]
        )
        @paper.text(
          "I was on the quay from a quarter to seven in the morning. The vessel came in on the flood with the wind " \
          "on her quarter. Abreast of the lock she lost way, swung, and touched the fendering with her port bow. The " \
          "contact " \
          "lasted no more than some seconds."
        )
        @paper.text(
          "Nobody was hurt. Two fenders came adrift and were picked up by the harbour launch. I saw the master look " \
          "over the side and speak on the radio. I did not hear what was said."
        )
        @paper.text("This is what I saw myself. Where I was told something by others, I have said so.")
        @paper.signature_block("The witness, #{whom[0]}")
        @paper.signature_block("Taken down by, for the Trust")
      end

      def make_sp(title, values, _whom)
        @paper.title("Standing procedure #{values[:procedure_number]}", title.sub(/\AStanding procedure \d+, /, ""))
        @paper.facts([["Number", values[:procedure_number]], ["For", values[:units]]])
        clauses(Clauses::PROCEDURE)
        @paper.table(
          ["Wind, m/s", "Who is called", "By whom"],
          [
            ["above 18", "crane crews", "duty officer"],
            ["above 24", "mooring gang, pilots", "duty officer"],
            ["above 28", "all hands", "harbour master"]
          ],
          [120, 180, 150]
        )
      end
    end
  end
end
