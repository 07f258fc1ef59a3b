# frozen_string_literal: true

module JustSeal
  module Core
    module Instructions
      # What a step can do, and what is said of each: texts may hold marks (see Marks).
      #
      # sign      A docket is prepared from docket template "template": with the record of the run as its first
      #           document, or, where "makes" is true, with records that are made of the template in the case file
      #           "place". "people" {letter => {"name", "email", "organisation", "telephone"}} and "ask" {name => text}
      #           answer what the template asks. It is sent at once, or waits for a person's look ("go": "send" or
      #           "look"), and the run goes on when it is sealed. What is done when it is refused, and when it lapses,
      #           say "refused" and "lapsed": "ask" a person, prepare it "anew", or "end" the run and tell its owner.
      # write     "values" {name => text} become particulars of the record.
      # rename    "title" becomes its title.
      # move      It goes to the case file that "place" names by its code or by titles from the top ("Berths/2027");
      #           an empty one means where its class's filing rule says.
      # notify    Members of staff, "to" by their mail addresses, are told "message"; nobody named means the owner.
      # circulate It is circulated to "people" (lines of mail addresses, and of units with "unit:" before), who are to
      #           do "act" within "days" working days.
      # call      What happened is told at the addresses that webhooks name, as the event instruction.called with
      #           "message".
      # begin     Standing instruction "instruction" is begun for the same record.
      module StepKinds
        FIELDS = {
          "sign" => %w[template go makes place people ask refused lapsed],
          "write" => %w[values],
          "rename" => %w[title],
          "move" => %w[place],
          "notify" => %w[to message],
          "circulate" => %w[people act days message],
          "call" => %w[message],
          "begin" => %w[instruction]
        }.freeze
        ALL = FIELDS.keys.freeze
        GOES = %w[look send].freeze
        WAYS_ON = %w[ask anew end].freeze
        ACTS = %w[acknowledge approve sign].freeze
        # A docket that ends badly again and again is prepared so often.
        MAX_TRIES = 3
      end
    end
  end
end
