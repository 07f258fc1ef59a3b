# frozen_string_literal: true

require "open3"
require "tempfile"

# The reader of docs/examples, which shares nothing with the product but docs/formats.md.
module Readers
  EXAMPLES = File.join(JustSeal::ROOT, "docs", "examples")
  READER = File.join(EXAMPLES, "read.py")

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

  # [what the other reader says of +proof+ (text) and +bytes+, does it hold?, do the tokens beside it?]; +roots+:
  # certificates.
  def existence_elsewhere(proof, bytes, roots)
    Dir.mktmpdir("proof") do |folder|
      File.write(File.join(folder, "proof.json"), proof)
      File.binwrite(File.join(folder, "file"), bytes)
      File.write(File.join(folder, "ROOTS.pem"), roots.map(&:to_pem).join)
      reader = ["python3", File.join(EXAMPLES, "exists.py"), "proof.json", "file"]
      said, status = Open3.capture2e(*reader, chdir: folder)
      stamps = said.scan(/openssl ts .+$/).map { |command| Open3.capture2e(command, chdir: folder).first }
      [said, status.success?, stamps]
    end
  end
end
