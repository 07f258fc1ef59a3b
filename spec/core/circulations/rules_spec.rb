# frozen_string_literal: true

RSpec.describe JustSeal::Core::Circulations do
  describe JustSeal::Core::Circulations::Timing do
    day = Date.new(2026, 3, 1)

    it "gives the day on which all have to act, and working days to whoever is asked later" do
      expect(described_class.due(day, due_on: day + 9, due_days: nil)).to eq([:day, day + 9])
      expect(described_class.due(day, due_on: day, due_days: nil)).to eq([:working_days, 10])
      expect(described_class.due(day, due_on: nil, due_days: 4)).to eq([:working_days, 4])
    end

    it "knows whether something is in force" do
      expect(described_class.in_force?(day, nil, nil)).to be(true)
      expect(described_class.in_force?(day, day, day)).to be(true)
      expect(described_class.in_force?(day, day + 1, nil)).to be(false)
      expect(described_class.in_force?(day, nil, day - 1)).to be(false)
    end
  end

  describe JustSeal::Core::Circulations::Declaration do
    it "takes the words however they are spaced and ended, and no others" do
      asked = "I have read it, and will follow it."
      expect(described_class.same?(asked, "  i have READ it,\u00a0and will follow it")).to be(true)
      expect(described_class.same?(asked, "I have read it and will follow it.")).to be(false)
      expect(described_class.same?(asked, "")).to be(false)
    end
  end

  describe JustSeal::Core::Circulations::Makers do
    it "lets roles and people circulate that the class names, or whoever may send" do
      named = { "roles" => %w[administrator compliance], "people" => [7] }
      expect(described_class.may?(named, role: "administrator", id: 1)).to be(true)
      expect(described_class.may?(named, role: "compliance", id: 1)).to be(false)
      expect(described_class.may?(named, role: "sender", id: 7)).to be(true)
      expect(described_class.may?(named, role: "sender", id: 8)).to be(false)
      expect(described_class.may?(nil, role: "sender", id: 8)).to be(true)
      expect(described_class.may?({ "roles" => [], "people" => [] }, role: "auditor", id: 8)).to be(false)
    end
  end

  describe JustSeal::Core::Circulations::States do
    it "moves as its table says, and no other way" do
      expect(described_class.move("draft", :start)).to eq("sending")
      expect(described_class.move("stopped", :resume)).to eq("sending")
      expect { described_class.move("closed", :resume) }.to raise_reason(
        JustSeal::Core::Refused,
        :circulation_move
      )
    end
  end
end
