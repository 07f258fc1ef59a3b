# frozen_string_literal: true

require_relative "disposed"
require "bagit"
require "nokogiri"

# Records that are handed over to an archive, and judges of the packages that it gets.
module Transferred
  include Disposed

  # A class whose records are to be handed over the day after they were captured.
  def archive_class(**definition)
    certificates # while the clock is right: what others read goes on in one chain
    code = kept_class(**definition)
    keep_schedule(code, schedule(count: 0, action: "transfer"))
    code
  end

  def transfer(code)
    JustSeal::Operations::CountRetention.call
    JustSeal::Operations::PrepareTransfer.call(
      staff(:maren),
      title: "Transfer of a spec",
      archive: "Archive of the Coast",
      due_by: today,
      record_class: JustSeal::Store::RecordClass.first(code: code)
    )
  end

  def reviewed = JustSeal::Operations::ReviewTransfer.new

  def packed(transfer)
    reviewed.pack(staff(:maren), number: transfer.number)
    work_jobs
    transfer.refresh
  end

  def package(transfer, record)
    JustSeal::Operations::HandOutPackage.call(staff(:maren), number: transfer.number, record: record.number).first
  end

  # +list+: lines of a receipt.
  def received(transfer, list, **options)
    JustSeal::Operations::ReceiveReceipt.call(
      staff(:edda),
      number: transfer.number,
      reference: "Acc. 2026/17",
      received_on: today,
      list: list,
      **options
    )
  end

  # Disposal of what the archive has, carried out.
  def let_go(transfer)
    one = JustSeal::Operations::PrepareDisposal.call(
      staff(:maren),
      title: "What the archive has",
      due_by: today,
      certificate_class: certificates,
      certificate_file: JustSeal::Store::CaseFile.first(code: "BL-1"),
      transfer: transfer
    )
    review.decide(staff(:maren), number: one.number, ids: one.lines.map(&:id), decision: "destroy")
    carried_out(one.refresh)
  end

  def judged(bytes, at: office.now)
    JustSeal::Core::Transfer::Check.call(bytes, **office.accepted, at: at)
  end

  # Yields the folder into which +bytes+ were unpacked.
  def unpacked(bytes)
    Dir.mktmpdir do |folder|
      path = File.join(folder, "package.zip")
      File.binwrite(path, bytes)
      expect(system("unzip", "-q", path, "-d", folder, out: File::NULL)).to be(true)
      yield (Dir.children(folder) - ["package.zip"]).map { |name| File.join(folder, name) }.first
    end
  end

  # What the schema of METS, as a package ships it, says of +text+.
  def mets_errors(text)
    path = File.join(Gem::Specification.find_by_name("mets_converter").full_gem_path, "xsd", "mets.xsd")
    schema = File.read(path).sub("http://www.loc.gov/standards/xlink/xlink.xsd", "xlink.xsd")
    schema_errors(schema.delete_prefix("\uFEFF"), text)
  end

  def premis_errors(text) = schema_errors(File.read("docs/schemas/premis.xsd"), text)

  def schema_errors(schema, text)
    Dir.chdir("docs/schemas") { Nokogiri::XML::Schema(schema) }.validate(Nokogiri::XML(text)).map(&:message)
  end
end
