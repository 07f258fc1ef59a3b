# frozen_string_literal: true

module JustSeal
  module Demo
    # A standing procedure that the staff and the mooring gang acknowledge.
    module Circulated
      WORDS = "I have read it, and will follow it"
      MESSAGE = "Please read it before the first gales of the winter, and say so here."
      GANG = [
        "Bryn Tallis",
        "Oda Fenwick",
        "Kester Roe",
        "Signe Marrable",
        "Ivo Castell",
        "Nessa Quill",
        "Torben Ashe",
        "Lotte Sandry",
        "Piers Hollin",
        "Una Brask",
        "Eskil Dray",
        "Mirren Vane"
      ].freeze
      ACTED = ["Edda Viken", "Joss Petrossian", "Bryn Tallis", "Kester Roe", "Una Brask", "Mirren Vane"].freeze
      OPENED = ["Oda Fenwick", "Ivo Castell"].freeze
      REFUSED = { "Piers Hollin" => "I have not had the course on the new bollards yet." }.freeze

      module_function

      def lines = GANG.map { |name| "#{name} <#{name.downcase.tr(" ", ".")}@gang.ravensholm.example>" }.join("\n")

      # What EditCirculation takes.
      def asked(record)
        {
          choice: { "everybody" => true, "lines" => lines },
          title: record.title,
          mode: "one",
          act: "acknowledge",
          message: MESSAGE,
          declaration: WORDS,
          due_days: 15,
          remind_after_days: 3,
          remind_every_days: 7,
          asks_joiners: true,
          withdraws_leavers: true
        }
      end
    end
  end
end
