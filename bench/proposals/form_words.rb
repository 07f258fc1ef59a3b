# frozen_string_literal: true

module Bench
  # What is written on the made forms.
  module FormWords
    FIELDS = [
      ["Purchase order", "Cost centre", "Delivered to", "Received by", "Remarks"],
      ["Contract number", "Berth", "Quantity", "Place of delivery", "Reference"],
      ["Account", "Project", "Carrier", "Gate", "Seal numbers"]
    ].freeze
    CELLS = [
      [["Surname", "Given names"], ["Street and number", "Postcode and town"], ["Telephone", "Nationality"]],
      [["Vessel", "Call sign"], ["Flag", "Gross tonnage"], ["Last port", "Next port"]],
      [["Employer", "Branch"], ["Personnel number", "Grade"], ["Bank", "Account holder"]]
    ].freeze
    HEADS = [["Name", "Rank", "Joined on"], ["Substance", "UN number", "Tonnes"], ["Day", "From", "To"]].freeze
    CHECKS = [
      ["Life jackets are on board", "The radio was tried", "Crew is briefed", "Fire doors are shut"],
      ["Gangway is rigged", "Lighting is sufficient", "Net is in place", "Watch is kept"],
      ["Tank is empty", "Gas was measured", "Permit is at hand", "Rescue stands by"]
    ].freeze
    SENTENCES = [
      [["I hand over the keys of gate ", 9, " to the watch of shed ", 12], ["gate", "shed"]],
      [["The vessel lies at berth ", 10, " until she leaves for ", 18], ["berth", "leaves for"]],
      [["Paid in cash: EUR ", 12, " by the bearer of card ", 14], ["EUR", "card"]]
    ].freeze
    ABOVE = [
      ["Cargo", "Owner of the cargo", "Shed", "Stored until"],
      ["Subject of the works", "Contractor", "Zone", "Shift"],
      ["Course", "Held by", "Room", "Mark"]
    ].freeze
    LEADERS = [
      ["Depth at low water", "Length of the jetty", "Bollards"],
      ["Number of persons", "Duration", "Meeting point"],
      ["Price per day", "Deposit", "Insurer"]
    ].freeze
    COMBS = [
      [["Customs number", 9], ["Year", 4]],
      [["Member number", 7], ["Section", 3]],
      [["IMO", 7], ["Month", 2]]
    ].freeze
  end
end
