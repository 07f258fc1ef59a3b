# frozen_string_literal: true

module JustSeal
  module Demo
    # What has happened in the office so far: a list of steps in the order of time, each [days ago, hour, step, ...].
    module Story
      MESSAGE = "Please look at the dates and the sums of “{{title}}” and sign by {{deadline}}. If anything is " \
                "wrong, refuse with a word on what, and we draw it up again."

      # Parties after the first two: [letter, turn, act, who].
      FURTHER = {
        sanderling: [["C", 3, "approve", :edda], ["D", 4, "receive", :tobias]],
        plot22: [
          ["C", 2, "approve", :tobias],
          ["D", 3, "acknowledge", :edda],
          ["E", 4, "receive", :rosalind]
        ]
      }.freeze

      # Phrases that were agreed by telephone, with which docket's outside party.
      PHRASES = { plot22: "gannet over slack water" }.freeze

      # What an outside party is known to have to prove who it is by.
      HOLDS = { ostara2: %w[civil_id card] }.freeze

      RULEBOOKS = [
        ["What was on paper, now enforced", [{ "title" => "Everybody comes in by the link at least", "floor" => 1 }]],
        [
          "Leases want a second channel; old proofs count no more",
          [
            {
              "title" => "Everybody comes in by the link at least",
              "floor" => 1
            },
            {
              "title" => "Leases: tenants at level 2",
              "classes" => ["QL"],
              "kinds" => ["outside"],
              "floor" => 2
            },
            {
              "title" => "Dear leases: proved before the document is shown",
              "classes" => ["QL"],
              "kinds" => ["outside"],
              "when" => "yearly_rent >= 100000",
              "prove_first" => true
            },
            {
              "title" => "Dangerous goods: agents at level 3, and from where",
              "classes" => ["HZ"],
              "kinds" => ["outside"],
              "floor" => 3,
              "location" => "ask"
            },
            {
              "title" => "Proofs of staff count for a quarter of an hour",
              "kinds" => ["staff"],
              "fresh_minutes" => 15
            }
          ]
        ],
        [
          "A floor for every class",
          [
            { "title" => "Everybody comes in by the link or the account at least", "floor" => 1 },
            {
              "title" => "Berth licences, leases and incident statements: outsiders at level 2",
              "classes" => %w[MB QL IN],
              "kinds" => ["outside"],
              "floor" => 2
            },
            {
              "title" => "Leases from 50,000 a year: tenants at level 3",
              "classes" => ["QL"],
              "kinds" => ["outside"],
              "when" => "yearly_rent >= 50000 EUR",
              "floor" => 3
            },
            {
              "title" => "Dear leases: proved before the document is shown",
              "classes" => ["QL"],
              "kinds" => ["outside"],
              "when" => "yearly_rent >= 100000 EUR",
              "prove_first" => true
            },
            {
              "title" => "Dredging: contractors at level 3",
              "classes" => ["DR"],
              "kinds" => ["outside"],
              "floor" => 3
            },
            {
              "title" => "Dangerous goods: agents at level 3, and from where",
              "classes" => ["HZ"],
              "kinds" => ["outside"],
              "when" => "un_numbers is not empty",
              "floor" => 3,
              "location" => "ask"
            },
            {
              "title" => "Pilots by their card, themselves",
              "classes" => ["PL"],
              "kinds" => ["outside"],
              "acts" => ["sign"],
              "floor" => 4,
              "no_passing_on" => true
            },
            {
              "title" => "No codes by text message where level 3 is at stake",
              "classes" => %w[DR HZ PL],
              "forbidden" => ["text_code"]
            },
            {
              "title" => "Proofs of staff count for a quarter of an hour",
              "kinds" => ["staff"],
              "fresh_minutes" => 15
            }
          ]
        ]
      ].freeze

      # A record that goes along to be read, with which docket.
      ENCLOSED = { turnstone: :gales }.freeze

      ALL = [
        [40, 6, :checkpoint],
        [24, 6, :checkpoint],
        [10, 6, :checkpoint],
        [50, 7, :rulebook, 0],
        [7, 7, :rulebook, 1],
        [0, 0, :rulebook, 2],
        [
          1,
          10,
          :waiver,
          :plot22,
          :maren,
          "The tenant’s secretary signs from the yard and was not told the phrase; she is known to us and was " \
          "called back."
        ],
        [
          33,
          9,
          :send,
          :whimbrel,
          :tobias,
          :maren,
          14
        ],
        [32, 18, :act, :whimbrel, :typed],
        [31, 10, :act, :whimbrel, :typed],
        [
          28,
          11,
          :send,
          :channel1,
          :maren,
          :joss,
          10
        ],
        [26, 14, :act, :channel1, :drawn],
        [25, 9, :act, :channel1, :typed],
        [29, 10, :send, :plover, :tobias, :maren, 14],
        [27, 8, :act, :plover, :drawn],
        [26, 15, :act, :plover, :typed],
        [
          23,
          9,
          :send,
          :channel2,
          :maren,
          :joss,
          14
        ],
        [
          21,
          16,
          :refuse,
          :channel2,
          "The volume in the table is that of phase 1. Please correct it and send it again."
        ],
        [22, 13, :send, :ostara1, :joss, :maren, 5],
        [
          21,
          9,
          :send,
          :aud,
          :maren,
          :joss,
          21
        ],
        [
          20,
          11,
          :open,
          :aud
        ],
        [18, 10, :withdraw, :aud, :maren, "The medical report is not in yet; a new docket follows."],
        [11, 10, :send, :sanderling, :maren, :joss, 14],
        [9, 14, :act, :sanderling, :typed],
        [8, 11, :send, :knot, :tobias, :maren, 12],
        [6, 9, :act, :knot, :drawn],
        [8, 15, :send, :lock2, :joss, :maren, 9],
        [7, 10, :open, :lock2],
        [6, 9, :send, :plot22, :maren, :joss, 16],
        [5, 20, :open, :plot22],
        [4, 10, :send, :ostara2, :joss, :maren, 12],
        [3, 10, :send, :turnstone, :tobias, :maren, 14],
        [3, 15, :templates],
        [1, 9, :write],
        [2, 8, :circulate, :gales],
        [1, 13, :circulated],
        [2, 9, :draft, :dunlin, :maren, :joss],
        [1, 11, :draft, :plot23, :tobias, :maren]
      ].sort_by { |days, hour, *| [-days, hour] }.freeze
    end
  end
end
