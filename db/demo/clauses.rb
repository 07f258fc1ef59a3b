# frozen_string_literal: true

module JustSeal
  module Demo
    # The text of the demo documents, by class.
    module Clauses
      BERTH = [
        [
          "Use of the berth",
          "The Licensee may keep the vessel named above at the berth named above, and no other vessel without " \
          "the harbour master's written word. The berth is kept clear of obstruction, and the harbour " \
          "master's directions are followed at once, by day and by night."
        ],
        [
          "Dues",
          "The yearly dues are payable by the quarter in advance. Shore power, water and the removal of waste " \
          "are metered and billed apart, within thirty days of the reading."
        ],
        [
          "Leaving the berth",
          "The vessel leaves the berth within two hours of being told to, in a gale of force nine or above, " \
          "for dredging, or where the safety of another vessel asks for it. The Trust finds another berth " \
          "where one is free."
        ],
        [
          "Condition of the vessel",
          "The Licensee keeps the vessel afloat, insured against third parties for not less than the sum in " \
          "the schedule, and fit to move under her own power. A vessel that has lain idle for ninety days is " \
          "reported to the harbour master."
        ],
        [
          "Lines and fenders",
          "Mooring lines and fenders are the Licensee's and are looked at before every spring tide. Lines " \
          "that are chafed are replaced within a day."
        ],
        [
          "Damage",
          "The Licensee keeps the Trust indemnified for damage to quay walls, fenders, bollards and ladders " \
          "beyond fair wear, and reports such damage on the day it is done."
        ],
        [
          "Personal to the Licensee",
          "The licence can't be passed on, lent or charged. It ends early if the vessel is sold, detained, " \
          "lost or laid up."
        ],
        [
          "Ending",
          "Either side may end the licence by three months' notice in writing. Where dues are two months " \
          "late, or the vessel is a danger, the Trust may end it with seven days' notice."
        ],
        [
          "Disputes",
          "A dispute goes first to the secretary of the Trust and the Licensee's manager, who meet within " \
          "fourteen days. What they can't settle goes to a single arbitrator whom both name."
        ]
      ].freeze

      LEASE = [
        [
          "The plot",
          "The Trust lets the plot marked on the plan, with the shed that stands on it, for the term and at " \
          "the rent stated above. The plan is held with this lease and forms part of it."
        ],
        [
          "Rent",
          "The rent is paid in four equal parts on the first working day of each quarter. It is looked at again " \
          "every third year against the Trust's table of quay rents, and rises by no more than a tenth at a time."
        ],
        [
          "Use",
          "The plot is used for the storing and handling of goods that arrive or leave by water, and for " \
          "offices that serve that use. No retail trade is carried on there."
        ],
        [
          "Access",
          "The tenant's vehicles use the east gate between five in the morning and ten at night. Outside " \
          "these hours the gatekeeper opens on request. The quay edge is kept free to a width of six metres."
        ],
        [
          "Repairs",
          "The Trust keeps the quay wall, the main drains and the roof of the shed in repair. The tenant " \
          "keeps everything else, and gives it back in the condition in which it was taken, fair wear excepted."
        ],
        [
          "Alterations",
          "Nothing is built, taken down or fixed to the structure without consent in writing, which is not " \
          "withheld without reason. Drawings go to the Trust's engineer thirty days before work begins."
        ],
        [
          "Cold plant",
          "Refrigerating plant is kept by a person who holds the certificate that the law asks for. Leaks of " \
          "refrigerant above two kilograms are reported within the hour to the harbour watch."
        ],
        [
          "Fire",
          "The tenant keeps a plan for fire, trains the staff in it twice a year, and lets the fire officer " \
          "of the port come in at any time. Racking stands no nearer than a metre below the sprinklers."
        ],
        [
          "Insurance",
          "The Trust insures the building; the tenant insures the goods, the plant and its liability to " \
          "others, and shows the policy each January."
        ],
        [
          "Waste and water",
          "No oil, brine or wash water is let into the dock. Waste is sorted and handed to the port's " \
          "contractor. Surface drains are marked and kept clear."
        ],
        [
          "Noise and light",
          "Reversing alarms are of the broadband kind. Lights are turned from the water so that they can't be " \
          "taken for marks of navigation."
        ],
        [
          "Vermin and birds",
          "The tenant keeps the plot free of vermin and does nothing to draw gulls to the quay. Spilled grain " \
          "or fish is taken up within the hour."
        ],
        [
          "Passing on",
          "The lease is not passed on or shared without consent in writing. A change in who holds most of the " \
          "tenant's shares counts as passing on."
        ],
        [
          "Inspection",
          "The Trust may look at the plot on two working days' notice, and at once where there is danger."
        ],
        [
          "Works by the Trust",
          "The Trust may close the quay edge for up to twenty days a year to repair it, with a month's " \
          "notice, and lowers the rent for each day beyond that."
        ],
        [
          "Default",
          "Where rent is a month late, or a breach is not mended in thirty days of being told, the Trust may " \
          "take the plot back. The tenant stays bound for what was owed by then."
        ],
        [
          "Ending",
          "At the end of the term the tenant leaves the plot empty and clean, takes its plant away, and makes " \
          "good what the taking away has hurt. What is left a month later belongs to the Trust."
        ],
        [
          "Renewal",
          "If both wish it, the lease is renewed once for the same term, at the rent that the table then " \
          "shows. The tenant says so not later than a year before the end."
        ],
        [
          "Notices",
          "Notices are in writing, to the addresses above, by post, by hand, or by mail with receipt. A " \
          "notice by post counts on the third working day."
        ],
        ["Law", "This lease is under the law of the place where the quay lies, and its courts decide."]
      ].freeze

      QUAY_RULES = [
        [
          "Speed",
          "Vehicles go at walking pace within ten metres of the edge, and at no more than twenty kilometres " \
          "an hour elsewhere on the quay."
        ],
        [
          "Edge",
          "Nobody works within two metres of the edge alone. Life jackets are worn there, and the ladders are " \
          "kept clear of goods and lines."
        ],
        [
          "Lifting",
          "Nobody stands under a load. The area beneath is roped off, and one person, whom all can see, " \
          "gives the signals."
        ],
        [
          "Lines",
          "Mooring lines are not crossed by vehicles. Whoever sees a line under strain across the path calls " \
          "the mooring gang before moving on."
        ],
        [
          "Fire",
          "No open flame is used without a written permit for the day. Extinguishers stand at the marked " \
          "posts and are not used as door stops."
        ],
        [
          "Spills",
          "A spill is stopped, covered and reported, in this order. The number of the harbour watch stands on " \
          "each lamp post."
        ],
        ["Visitors", "Visitors are met at the east gate and are not left alone. Children do not come on the quay."],
        ["Ice and snow", "The tenant clears and grits the way from its doors to the road before six in the morning."],
        [
          "Keys",
          "Keys to the shed are held by two named people. A key that is lost is reported on the same day, and " \
          "the lock is changed at the tenant's cost."
        ],
        ["Photographs", "Photographs of other people's cargo are not taken without leave."]
      ].freeze

      DREDGING = [
        [
          "Consent",
          "The Trust consents to the works described above, by the contractor named above, within the area " \
          "that the drawing shows, and nowhere else."
        ],
        [
          "Depth and slope",
          "The bed is taken down to the design depth with a tolerance of two tenths of a metre. Side slopes " \
          "are no steeper than one in three."
        ],
        [
          "Disposal",
          "Spoil goes to the ground named above and nowhere else. Each hopper is opened only within its " \
          "circle, and the position and time of each opening are logged."
        ],
        [
          "Water quality",
          "Turbidity is measured every hour at the two buoys. Above the limit in the schedule, the works stop " \
          "until two readings in a row are below it."
        ],
        [
          "Traffic",
          "The contractor keeps a listening watch on the port's working channel, and clears the fairway " \
          "within twenty minutes of being asked."
        ],
        ["Fish and birds", "Between 1 March and 31 May there is no dredging west of the old mole."],
        [
          "Surveys",
          "The contractor surveys the bed before, halfway and after, and hands the data to the harbour " \
          "engineer within a week."
        ],
        [
          "Finds",
          "What looks like a wreck, ordnance or an old structure is left as it lies, the works stop within " \
          "fifty metres, and the harbour watch is told at once."
        ],
        [
          "Cables",
          "The telephone cable at the north buoy is marked with four cans. No spud or anchor goes down within " \
          "thirty metres of them."
        ],
        [
          "Ending",
          "The consent ends with the works, or on the day above, whichever is earlier; or at once where a " \
          "condition is broken and not mended within a day of being told."
        ]
      ].freeze

      PILOT = [
        [
          "Authorisation",
          "The Trust authorises the pilot named above to take charge of the conduct of vessels up to the " \
          "stated length in the stated district."
        ],
        [
          "Currency",
          "The pilot makes not fewer than forty acts of pilotage in the district a year, six of them at " \
          "night, and shows the log in January."
        ],
        [
          "Fitness",
          "The pilot is examined every second year by the Trust's doctor, and says at once when anything " \
          "changes that could touch on fitness."
        ],
        [
          "Limits",
          "The authorisation does not cover vessels with dangerous goods in bulk, tows of more than one unit, " \
          "or wind above twenty metres a second at the outer mark."
        ],
        [
          "Ending",
          "The Trust may suspend the authorisation at once where safety asks for it; the pilot is heard " \
          "within seven days."
        ]
      ].freeze

      PROCEDURE = [
        ["Purpose", "This procedure says who does what when wind above gale force is forecast for the port."],
        [
          "Warning",
          "The harbour watch follows the forecast every three hours. When gusts above twenty-four metres a " \
          "second are expected within twelve hours, the duty officer calls the mooring gang and the pilots."
        ],
        [
          "Doubling of lines",
          "Vessels above ninety metres double their head and stern lines; the gang checks bollards, and " \
          "writes down each berth with the time."
        ],
        ["Cranes", "Cranes are pinned above eighteen metres a second. The pin is looked at by two people."],
        [
          "Small craft",
          "Small craft are moved behind the inner mole or lifted out. Owners who can't be reached are noted."
        ],
        [
          "Closing the port",
          "The harbour master closes the port by word on the working channel and by the signals at the mole. " \
          "Nobody else does."
        ],
        [
          "Afterwards",
          "When the wind has been below gale force for two hours, berths are inspected in the order of the " \
          "list, and the port is opened by the harbour master."
        ]
      ].freeze
    end
  end
end
