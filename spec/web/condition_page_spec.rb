# frozen_string_literal: true

RSpec.describe "The condition of the office" do
  include Pages

  it "is said in words, with what to do" do
    sign_in :maren
    open_page("/rules/condition")
    expect(text).to include("Ravensholm Harbour Trust, seal, until")
    allow(office.keys).to receive(:find).and_return(nil)
    open_page("/rules/condition")
    expect(text).to include("The seal key has not been made.", "Make it under “Keys and authorities”")
    expect(open_page("/ready")).to eq(503)
    expect(last_response.body).to include("The witness key has not been made yet")
  end
end
