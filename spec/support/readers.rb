# frozen_string_literal: true

require "open3"
require "tempfile"

# The reader of docs/examples, which shares nothing with the product but docs/formats.md.
module Readers
  READER = File.join(JustSeal::ROOT, "docs", "examples", "read.py")

  # [what it says of +bytes+, does it hold?]
  def read_elsewhere(bytes)
    Tempfile.create("read") do |file|
      file.binmode
      file.write(bytes)
      file.close
      said, status = Open3.capture2e("python3", READER, file.path)
      [said.gsub(file.path, "FILE"), status.success?]
    end
  end
end
