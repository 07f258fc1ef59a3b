# frozen_string_literal: true

RSpec.describe "The files of words" do
  it "are ours alone, whatever is used later" do
    require "ice_cube" # which has words of its own, and is used by calendars
    expect(I18n.load_path).to all(start_with(JustSeal::Words::FOLDER))
  end
end
