# frozen_string_literal: true

require "tmpdir"

RSpec.describe JustSeal::Ports::PopplerText do
  it "reads the text, page by page" do
    expect(
      described_class.new.pages(
        pdf(
          "first page",
          "second page"
        )
      ).map(&:strip)
    ).to eq(["first page", "second page"])
  end

  it "reads the words with their boxes, from the lower left corner" do
    word = described_class.new.words(pdf("Berth licence", "Page two")).first.first
    expect(word).to have_attributes(
      text: "Berth",
      x: be_within(1).of(90),
      y: be_within(6).of(698),
      height: be_between(14, 22)
    )
  end

  it "says when there is no text to be read" do
    expect { described_class.new.pages("no pdf") }.to raise_reason(JustSeal::Errors::Unavailable, :text_not_read)
    expect do
      described_class.new(program: "no-such-program").pages(pdf)
    end.to raise_reason(JustSeal::Errors::Unavailable, :program_of_debian)
  end

  it "stops what hangs" do
    Dir.mktmpdir do |folder|
      slow = File.join(folder, "slow")
      File.write(slow, "#!/bin/sh\nexec sleep 30\n")
      File.chmod(0o755, slow)
      expect do
        described_class.new(program: slow, seconds: 0.3).pages(pdf * 50)
      end.to raise_reason(JustSeal::Errors::Unavailable, :text_too_slow)
    end
  end
end
