# frozen_string_literal: true

RSpec.describe JustSeal::Web::ScriptImports do
  it "names all that a module imports, whatever lies between, each once" do
    found = described_class.of(%w[pages/reading components/dialogs])
    expect(found).to include("/js/components/document_pages.js", "/js/lib/words.js", "/vendor/pdfjs/pdf.min.mjs")
    expect(found).to include("/vendor/diff/array.js", "/js/lib/changes.js")
    expect(found).not_to include("/js/pages/reading.js", "/js/components/dialogs.js")
    expect(found.uniq).to eq(found)
  end

  it "names files that are there" do
    every = described_class::ALL.values.flatten.uniq
    missing = every.reject { |address| File.file?(described_class::FOLDER.join(address.delete_prefix("/"))) }
    expect([every.size, missing]).to match([be > 40, []])
  end
end
