# frozen_string_literal: true

RSpec.describe JustSeal::Core::Pdf::Intake do
  def problem(bytes) = described_class.call(bytes).problem

  it "reads pages and their sizes" do
    expect(
      described_class.call(
        pdf(
          "one",
          "two"
        )
      )
    ).to have_attributes(problem: :valid, pages: 2, page_sizes: [[595.28, 841.89], [595.28, 841.89]])
  end

  it "refuses what is empty, no PDF, or cut off" do
    expect(problem("")).to eq(:empty)
    expect(problem("MZ\x90\x00 this program cannot be run".b)).to eq(:not_a_pdf)
    expect(problem("%PDF-1.7\n")).to eq(:damaged)
    expect(problem("%PDF-1.7\n%\xE2\xE3\xCF\xD3\n#{"x" * 400}".b)).to eq(:damaged)
  end

  it "refuses what is too large" do
    stub_const("#{described_class}::MAX_BYTES", 100)
    expect(problem(pdf)).to eq(:too_large)
  end

  it "refuses encrypted documents, with and without a password to open" do
    expect(problem(pdf { |doc| doc.encrypt(owner_password: "o", user_password: "u") })).to eq(:encrypted)
    expect(problem(pdf { |doc| doc.encrypt(owner_password: "o") })).to eq(:encrypted)
  end

  it "refuses scripts and other actions, wherever they hang" do
    script = { Type: :Action, S: :JavaScript, JS: "app.alert(1)" }
    expect(problem(pdf { |doc| doc.catalog[:OpenAction] = script })).to eq(:active_content)
    expect(
      problem(
        pdf do |doc|
          doc.pages[0][:Annots] = [doc.add({ Type: :Annot, Subtype: :Link, Rect: [0, 0, 9, 9], A: doc.add(script) })]
        end
      )
    ).to eq(:active_content)
    expect(
      problem(
        pdf do |doc|
          doc.pages[0][:AA] = doc.add({ O: doc.add({ S: :Launch, F: "calc" }) })
        end
      )
    ).to eq(:active_content)
  end

  it "takes a document that opens at a page" do
    expect(problem(pdf { |doc| doc.catalog[:OpenAction] = [doc.pages[0], :Fit] })).to eq(:valid)
  end

  it "refuses documents that are signed already" do
    expect(problem(sealed_states.last)).to eq(:signed_before)
  end

  it "refuses XFA forms" do
    expect(problem(pdf { |doc| doc.acro_form(create: true)[:XFA] = doc.add({}, stream: "<xdp/>") })).to eq(:xfa)
  end
end
