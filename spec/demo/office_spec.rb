# frozen_string_literal: true

require_relative "../../db/demo/documents"
require_relative "../../db/demo/people"
require_relative "../../db/demo/records"
require_relative "../../db/demo/story"

RSpec.describe "The demo office" do
  documents = JustSeal::Demo::Documents.new(Specimens::FACES)

  JustSeal::Demo::Records::ALL.uniq { |record| record[1] }.each do |key, code, _, _, whom, title, values|
    it "has a document of class #{code} that can be captured, with lines to sign on where somebody signs" do
      paper = documents.make(
        code,
        title,
        values.merge(ref: key.to_s),
        whom && JustSeal::Demo::People::OUTSIDE.fetch(whom)
      )
      intake = JustSeal::Core::Pdf::Intake.call(paper.bytes)
      expect(intake).to have_attributes(problem: :valid, pages: be_between(1, 9))
      expect(paper.lines.size).to eq(whom ? 2 : 0)
    end
  end

  it "holds at least 24 records in 5 case files and 8 dockets" do
    expect(JustSeal::Demo::Records::ALL.size).to be >= 24
    expect(JustSeal::Demo::Records::ALL.map { |record| record[2] }.uniq.size).to eq(5)
    expect(JustSeal::Demo::Story::ALL.count { |_, _, step, *| %i[send draft].include?(step) }).to be >= 8
  end

  it "uses invented addresses only" do
    addresses = JustSeal::Demo::People::STAFF.map do |person|
      person[:email]
    end + JustSeal::Demo::People::OUTSIDE.values.map { |person| person[1] }
    expect(addresses).to all(end_with(".example"))
  end
end
